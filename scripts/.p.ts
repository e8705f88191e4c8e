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
const ts:number[]=[];
for (let i=0;i<200;i++){const t=performance.now(); reckonPiece({ piece: twelve, products, settings, nowMin }); ts.push(performance.now()-t);}
console.log(ts.sort((a,b)=>a-b)[100], ts[20]);
