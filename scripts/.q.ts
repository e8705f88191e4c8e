// Times of the core on the demo and on a made-up workshop of 200 pieces.
import { demoWorkshop } from '@cosmesis/core/demo';
import { checkPlan, houseOf, lagsOf, nothingAround, planOf, runPlan } from '@cosmesis/core/finishing';
import { buildFaces, shapeOf, shapeToDraw, zonesOf } from '@cosmesis/core/piece';
import { typicalProducts } from '@cosmesis/core/products';
import { needsOf, reckonPiece } from '@cosmesis/core/reckoning';
import { keptWorkCalendar, scheduleInOrder } from '@cosmesis/core/schedule';
import { buyList } from '@cosmesis/core/stock';
import { seededRandom } from '@cosmesis/core/units';
import { ownZoneIds, zoneIds } from '@cosmesis/core/workshop';

const nowMin = Math.floor(Date.parse('2026-11-25T10:07:00Z') / 60_000);
const demo = demoWorkshop(nowMin, 'Europe/London');
const { products, settings } = demo;
const pieces = Object.values(demo.pieces);

const counter = Object.values(demo.pieces).find((p) => p.id === 'parcels-counter')!;
const faces = buildFaces(shapeToDraw({ ...counter, hardware: { ...counter.hardware, treatment: 'clean' } }));
const moved = faces.filter((f) => f.counted && f.zoneId !== 'hardware').slice(0, 6);
const twelve = {
  ...counter,
  legs: 'turned' as const,
  hardware: { ...counter.hardware, treatment: 'clean' as const },
  surfaces: { ...counter.surfaces, seat: null },
  faceZones: Object.fromEntries([
    ...moved.map((f, i) => [f.id, ownZoneIds[i]!]),
    ['drawer-1/inside-bottom', 'interior'],
    ['carcass/back', 'seat'],
  ]),
  looks: Object.fromEntries(zoneIds.map((z) => [z, 'painted' as const])),
};
for (let i=0;i<60;i++) reckonPiece({ piece: twelve, products, settings, nowMin });
import { ruleTable } from '@cosmesis/core/finishing';
const t:Record<string,number>={};
for (const r of ruleTable as any[]) { const c=r.check; r.check=(x:any)=>{const a=performance.now(); const o=c(x); t[r.id]=(t[r.id]??0)+performance.now()-a; return o;}; }
for (let i=0;i<60;i++) reckonPiece({ piece: twelve, products, settings, nowMin });
for (const k in t) t[k]=0;
for (let i=0;i<100;i++) reckonPiece({ piece: twelve, products, settings, nowMin });
console.log(Object.entries(t).sort((a,b)=>b[1]-a[1]).slice(0,14).map(([k,v])=>k+' '+(v/100).toFixed(3)).join('\n'), 'all', Object.values(t).reduce((a,b)=>a+b,0)/100);
