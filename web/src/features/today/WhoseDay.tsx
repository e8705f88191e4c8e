import { useParts } from '../../store/useWorkshop';
import { Keys } from '../../ui/Keys';
import type { useWhoseDay } from './useWhoseDay';

const everybody = 'everybody';

/** Whose day is shown, where several work here. */
export default function WhoseDay({ personId, pick }: ReturnType<typeof useWhoseDay>) {
  const { settings } = useParts('settings');
  return (
    <Keys
      legend="Whose day"
      hideLegend
      value={personId ?? everybody}
      choices={[
        { value: everybody, name: 'Everybody' },
        ...settings.people.map((p) => ({ value: p.id, name: p.name })),
      ]}
      onPick={(id) => pick(id === everybody ? null : id)}
    />
  );
}
