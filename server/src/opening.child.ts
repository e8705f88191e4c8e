import { constants, setPriority } from 'node:os';
import { demoWorkshop } from '@cosmesis/core/demo';
import { todayOf } from '@cosmesis/core/reckoning';

// Whatever else the machine does comes first.
setPriority(constants.priority.PRIORITY_BELOW_NORMAL);
const { timeZone } = Intl.DateTimeFormat().resolvedOptions();

process.on('message', ({ atMin }: { atMin: number }) => {
  try {
    process.send?.({ answer: JSON.stringify(todayOf(demoWorkshop(atMin, timeZone), atMin)) });
  } catch {
    process.send?.({ answer: null });
  }
});
// Without its server there is nobody to tell.
process.on('disconnect', () => process.exit(0));
