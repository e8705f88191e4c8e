import {
  type Forecast,
  forecastSchema,
  type Reading,
  readingSchema,
  type Space,
  spaceKinds,
} from '@cosmesis/core/workshop';
import { useEffect, useRef } from 'react';
import { z } from 'zod';
import { appRoot } from '../../store/appRoot';
import { listen } from '../../store/eventStream';
import { type Instruments as Told, tellInstruments } from '../../store/instruments';
import { useParts } from '../../store/useWorkshop';
import { callCore } from '../../workers/callCore';

/** What a probe sends. Absurd values are told apart from broken messages: they are ignored, and said. */
const probeSchema = z.object({
  place: z.enum(spaceKinds),
  at: z.iso.datetime({ offset: true }),
  airTempC: z.number(),
  relHumFrac: z.number(),
  surfaceTempC: z.number().nullable(),
});
type Probe = z.infer<typeof probeSchema>;

/** Silent for so long, an instrument is away, ms. */
const silentMs = 30_000;
/** The forecast is fetched again after so long, ms; and after a failure sooner. */
const [fetchEveryMs, fetchAgainMs] = [60 * 60_000, 60_000];
/** Plans are worked out again where the air changed by so much, or was not heard for so long. */
const [changedK, changedFrac, hearAgainMs] = [0.5, 0.03, 10 * 60_000];

/** A probe as a reading of its space; undefined: it hangs where the workshop has no space, or says what cannot be. */
function readingOf(probe: Probe, spaces: readonly Space[]): Reading | undefined {
  const space = spaces.find((s) => s.kind === probe.place);
  if (!space) return undefined;
  const { at, airTempC, relHumFrac, surfaceTempC } = probe;
  const read = readingSchema.safeParse({
    id: `probe-${space.id}-${at}`,
    at,
    space: space.name,
    airTempC,
    relHumFrac,
    surfaceTempC,
  });
  return read.success ? read.data : undefined;
}

async function fetched<T>(path: string, schema: z.ZodType<T>): Promise<T | null> {
  try {
    const answer = await fetch(appRoot + path);
    const read = schema.safeParse(await answer.json());
    return read.success ? read.data : null;
  } catch {
    return null;
  }
}

/** Listens to the thermo-hygrometer and the forecast while a workshop asks for them, and hands on what they tell. */
export default function Instruments() {
  const { id: workshopId, settings } = useParts('id', 'settings');
  const { spaces } = settings;
  const spacesNow = useRef(spaces);
  spacesNow.current = spaces;
  useEffect(() => {
    let memory: readonly Reading[] = [];
    let forecast: Forecast | null = null;
    let ignored: string | null = null;
    const latest = new Map<string, Reading>();
    let heardMs = Date.now();
    let [handedMs, handed] = [0, new Map<string, Reading>()];
    let timer: ReturnType<typeof setTimeout> | undefined;
    let gone = false;
    const tell = (away: string | null) => {
      const told: Told = { workshopId, readings: [...latest.values()], forecast, away, ignored };
      tellInstruments(told);
    };
    const handOn = () => {
      handedMs = Date.now();
      handed = new Map(latest);
      const readings = [...memory, ...latest.values()];
      void callCore('hear', [{ workshopId, readings, forecast }], { key: 'hear', needs: [] });
    };
    const changed = () =>
      Date.now() - handedMs > hearAgainMs ||
      [...latest].some(([space, r]) => {
        const before = handed.get(space);
        return (
          !before ||
          Math.abs(before.airTempC - r.airTempC) > changedK ||
          Math.abs(before.relHumFrac - r.relHumFrac) > changedFrac
        );
      });
    const refresh = async () => {
      const [kept, told] = await Promise.all([
        fetched('api/air/memory', z.array(probeSchema)),
        fetched('api/air/forecast', forecastSchema),
      ]);
      if (gone) return;
      if (kept) memory = kept.flatMap((p) => readingOf(p, spacesNow.current) ?? []);
      if (told) forecast = told;
      handOn();
      tell(told ? null : 'The instruments do not answer: what they told last is gone on with.');
      timer = setTimeout(() => void refresh(), told ? fetchEveryMs : fetchAgainMs);
    };
    void refresh();
    // Another forecast is there: what was foretold before says nothing any more.
    const stopForecast = listen(
      'forecast',
      () => {
        clearTimeout(timer);
        void refresh();
      },
      () => {},
    );
    const away = () => tell('The instruments do not answer: what they told last is gone on with.');
    const stop = listen(
      'air',
      (data) => {
        const read = z.array(probeSchema).safeParse(data);
        if (!read.success || read.data.length === 0) return;
        heardMs = Date.now();
        for (const probe of read.data) {
          const reading = readingOf(probe, spacesNow.current);
          if (reading) latest.set(reading.space, reading);
          else if (spacesNow.current.some((s) => s.kind === probe.place))
            ignored = `A probe said ${probe.airTempC} °C and ${Math.round(probe.relHumFrac * 100)} %, which cannot be: ignored.`;
        }
        tell(null);
        if (changed()) handOn();
      },
      away,
    );
    const watch = setInterval(() => {
      if (Date.now() - heardMs > silentMs) away();
    }, 5000);
    return () => {
      gone = true;
      stop();
      stopForecast();
      clearInterval(watch);
      clearTimeout(timer);
      tellInstruments(null);
      void callCore('hear', [{ workshopId: '', readings: [], forecast: null }], { key: 'hear', needs: [] });
    };
  }, [workshopId]);
  return null;
}
