import { carriers, methods, toolIds } from './ids';
import { emptyRecords, recordsById } from './reservedIds';
import type { Product, Settings } from './schema';
import type { Workshop } from './Workshop';

/** Working hours of a new workshop: Monday to Friday, 8:00 to 17:00 with an hour at noon. */
const weekdayHours = [
  { fromMin: 8 * 60, toMin: 12 * 60 },
  { fromMin: 13 * 60, toMin: 17 * 60 },
];

/** Settings of a new workshop. */
export const defaultSettings = (
  name: string,
  timeZone: string,
  unitSystem: Settings['unitSystem'],
  currency: string,
): Settings => ({
  name,
  timeZone,
  currency,
  unitSystem,
  workingHours: {
    mon: weekdayHours,
    tue: weekdayHours,
    wed: weekdayHours,
    thu: weekdayHours,
    fri: weekdayHours,
    sat: [],
    sun: [],
  },
  people: [],
  daysOff: [],
  room: { bench: null, spray: null, drying: null },
  houseRules: {},
  methods: [...methods],
  // An extraction made for solvent mist is rare: it is ticked, never taken for granted.
  tools: toolIds.filter((t) => t !== 'solvent-extraction'),
  sprayCarriers: [...carriers],
  cupL: 1,
  labour: { ratePerHour: 25, shareOfSaleFrac: 0.4 },
  spaces: [],
  forecast: null,
  usualAir: null,
  instruments: false,
  demo: false,
});

/** An empty workshop with its shelf of typical products. */
export const newWorkshop = (id: string, settings: Settings, products: readonly Product[]): Workshop => ({
  id,
  settings,
  pieces: emptyRecords(),
  products: recordsById(products),
  readings: emptyRecords(),
  containers: emptyRecords(),
  mixes: emptyRecords(),
  supplies: emptyRecords(),
});
