import { typicalProducts } from '@cosmesis/core/products';
import { reckonPiece } from '@cosmesis/core/reckoning';
import { defaultSettings } from '@cosmesis/core/workshop';
import { jobs } from '../core/src/reckoning/fixtures/jobs';

const products = Object.fromEntries(typicalProducts.map((p) => [p.id, p]));
const settings = defaultSettings('W', 'Europe/London', 'metric', 'GBP');
const nowMin = Math.floor(Date.parse('2026-11-25T08:00:00Z') / 60000);
console.log(Object.keys(jobs).join(' | '));
for (const name of process.argv.slice(2)) {
  const r = reckonPiece({ piece: (jobs as any)[name], products, settings, nowMin });
  if (!r.ok) {
    console.log(r.issues);
    continue;
  }
  console.log('##', name, r.value.totals.handsOnMin, 'min');
  const t = (m: number) => new Date(m * 60000).toISOString().slice(8, 16).replace('T', ' ');
  for (const s of [...r.value.steps].sort((a, b) => a.startMin - b.startMin))
    console.log(
      t(s.startMin),
      t(s.endMin),
      s.step.id.padEnd(30),
      s.step.productId ?? '',
      s.step.method ?? '',
      s.step.grit ?? '',
      s.handsOnMin,
      s.step.count || '',
      '| ' + s.step.reason.slice(0, 90),
    );
  for (const f of r.value.findings) console.log('   !', f.severity, f.ruleId, f.sentence);
}
