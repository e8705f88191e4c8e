import { type SpaceAir, saturationPressureHpa, spaceAir } from '@cosmesis/core/climate';
import { type Forecast, forecastSchema, type SpaceKind } from '@cosmesis/core/workshop';
import express, { Router } from 'express';
import type { EventStream } from './eventStream';

/** What a probe of the thermo-hygrometer says: the place it hangs in, °C, and shares of one. */
export interface ProbeReading {
  place: SpaceKind;
  at: string;
  airTempC: number;
  relHumFrac: number;
  surfaceTempC: number;
}

/** The weather it plays: that of the season, or with three cold and damp days that begin when it is chosen. */
const scenarios = ['usual', 'cold-damp'] as const;
export type Scenario = (typeof scenarios)[number];

const [hourMs, dayMs] = [3_600_000, 86_400_000];
/** Readings tremble by so much: K, and share of one. */
const [noiseK, noiseFrac] = [0.15, 0.008];
/** Of a hundred readings so many are missing, and so many absurd: as instruments with weak batteries send them. */
const [missing, absurd] = [0.03, 0.01];
const spellDays = 3;
const memoryHours = 48;
const foretoldHours = 240;
const heatedToC = 19;

/**
 * A stand-in for a thermo-hygrometer with three probes and an hourly forecast. Its weather is made up from the clock alone, so
 * that it is the same however often it is asked. Nothing of it is a real device.
 * @param random numbers from 0 to below 1
 * @param nowMs clock, ms
 */
export class SimulatedAir {
  private scenario: Scenario = 'usual';
  private spellFromMs = 0;
  private plugged = true;

  constructor(
    private readonly random: () => number,
    private readonly nowMs: () => number,
  ) {}

  play(scenario: Scenario): void {
    this.scenario = scenario;
    this.spellFromMs = this.nowMs();
  }
  /** Which weather is made up. */
  playing(): Scenario {
    return this.scenario;
  }
  plug(plugged: boolean): void {
    this.plugged = plugged;
  }

  /** Outdoor air at a moment: the season, the hour, and fronts that pass every few days. */
  private outdoors(ms: number): { airTempC: number; relHumFrac: number } {
    const day = ms / dayMs;
    const hourTurn = Math.cos(2 * Math.PI * (day - 15 / 24));
    const inSpell =
      this.scenario === 'cold-damp' && ms >= this.spellFromMs && ms < this.spellFromMs + spellDays * dayMs;
    if (inSpell) return { airTempC: 4 + 1.2 * hourTurn, relHumFrac: 0.95 };
    const season = 9.5 - 7.5 * Math.cos((2 * Math.PI * (day - 20)) / 365.25);
    const fronts = 1.6 * Math.sin((2 * Math.PI * day) / 3.3) + 1.2 * Math.sin((2 * Math.PI * day) / 5.1 + 1);
    const airTempC = season + fronts + 3.2 * hourTurn;
    const vapourHpa = 0.8 * saturationPressureHpa(season + 0.7 * fronts);
    return { airTempC, relHumFrac: Math.min(0.98, Math.max(0.25, vapourHpa / saturationPressureHpa(airTempC))) };
  }

  private hours(firstMs: number, count: number, off: (hour: number) => number): Forecast {
    const air = Array.from({ length: count }, (_, i) => {
      const { airTempC, relHumFrac } = this.outdoors(firstMs + i * hourMs);
      return { t: airTempC + off(i), h: Math.min(1, Math.max(0.05, relHumFrac - off(i) / 60)) };
    });
    return {
      takenAt: new Date(this.nowMs()).toISOString(),
      from: 'instrument',
      startAt: new Date(firstMs).toISOString(),
      airTempC: air.map(({ t }) => Math.round(t * 10) / 10),
      relHumFrac: air.map(({ h }) => Math.round(h * 100) / 100),
    };
  }

  /** Air of the three places as it is, hour by hour around now. */
  private places(): SpaceAir[] {
    const firstMs = (Math.floor(this.nowMs() / hourMs) - memoryHours - 26) * hourMs;
    const climate = {
      timeZone: 'UTC',
      spaces: [],
      usualAir: null,
      forecast: this.hours(firstMs, memoryHours + 28, () => 0),
    };
    const place = (kind: SpaceKind): SpaceAir =>
      spaceAir(
        { id: kind, name: kind, kind, heatedToC: kind === 'heated' ? heatedToC : null, allows: [] },
        climate,
        [],
      );
    return [place('heated'), place('sheltered'), place('outdoors')];
  }

  private readingAt(air: SpaceAir, ms: number, tremble: () => number): ProbeReading {
    const { airTempC, relHumFrac, surfaceTempC } = air.at(Math.floor(ms / 60_000));
    const round = (x: number, to: number) => Math.round(x / to) * to;
    return {
      place: air.space.kind,
      at: new Date(ms).toISOString(),
      airTempC: +round(airTempC + tremble() * noiseK, 0.1).toFixed(1),
      relHumFrac: +round(Math.min(1, relHumFrac + tremble() * noiseFrac), 0.001).toFixed(3),
      surfaceTempC: +round(surfaceTempC + tremble() * noiseK, 0.1).toFixed(1),
    };
  }

  /** What the probes say now: now and then one is missing, or says what cannot be. */
  read(): ProbeReading[] {
    if (!this.plugged) return [];
    const tremble = () => this.random() * 2 - 1;
    return this.places().flatMap((air) => {
      const chance = this.random();
      if (chance < missing) return [];
      const reading = this.readingAt(air, this.nowMs(), tremble);
      return [chance < missing + absurd ? { ...reading, airTempC: 85, relHumFrac: 0 } : reading];
    });
  }

  /** What it kept: each probe, every hour of two days. */
  memory(): ProbeReading[] {
    if (!this.plugged) return [];
    const last = Math.floor(this.nowMs() / hourMs) * hourMs;
    return this.places().flatMap((air) =>
      Array.from({ length: memoryHours }, (_, i) =>
        this.readingAt(air, last - (memoryHours - 1 - i) * hourMs, () => 0),
      ),
    );
  }

  /** Ten days of outdoor air, hour by hour; the farther off, the less it is to be believed. */
  forecast(): Forecast {
    const first = Math.floor(this.nowMs() / hourMs) * hourMs;
    const phase = (first / hourMs) % 97;
    return forecastSchema.parse(this.hours(first, foretoldHours, (i) => 0.12 * Math.sqrt(i) * Math.sin(phase + i / 9)));
  }
}

/** The thermo-hygrometer over the net: read in the event stream under `air`, its memory and the forecast by get. */
export function airRoutes(air: SimulatedAir, stream: EventStream): Router {
  const routes = Router();
  routes.use(express.json({ limit: '1kb' }));
  routes.get('/memory', (_request, response) => void response.set('Cache-Control', 'no-store').json(air.memory()));
  routes.get('/forecast', (_request, response) => void response.set('Cache-Control', 'no-store').json(air.forecast()));
  routes.get('/scenario', (_request, response) => {
    response.set('Cache-Control', 'no-store').json({ scenario: air.playing() });
  });
  routes.post('/scenario', (request, response) => {
    const wanted = (request.body as { scenario?: unknown } | undefined)?.scenario;
    const scenario = scenarios.find((s) => s === wanted);
    if (!scenario) return void response.status(400).json({ error: `Say one of these: ${scenarios.join(', ')}.` });
    air.play(scenario);
    stream.publish({ topic: 'air', data: air.read() });
    stream.publish({ topic: 'forecast', data: { scenario } });
    response.json({ scenario });
  });
  routes.post('/plug', (request, response) => {
    air.plug((request.body as { plugged?: unknown } | undefined)?.plugged !== false);
    response.json({ plugged: air.read().length > 0 });
  });
  return routes;
}
