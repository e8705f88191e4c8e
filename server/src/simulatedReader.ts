import express, { Router } from 'express';
import type { EventStream } from './eventStream';

/** L*, a*, b* in daylight. */
type Lab = readonly [number, number, number];

/** What the colour reader shows. */
export interface ReaderReading {
  lab: Lab;
  /** It was set on its white tile not long ago. */
  calibrated: boolean;
  connected: boolean;
}

/** Tremble of a reading in each of L*, a*, b*. */
const noise = 0.12;
/** How far it wanders in an hour, and how far off it is before it was ever set on its tile. */
const driftPerHour: Lab = [-1.2, 0.3, 0.5];
const neverSet: Lab = [-2.5, 0.8, 1.6];
/** After this a calibration is old, ms. */
const calibrationHoldsMs = 2 * 3600_000;
/** What it is laid on when nothing else was said: pale wood. */
const atFirst: Lab = [73.4, 9.4, 26.7];

/**
 * A stand-in for a colour reader that is laid on a surface: it trembles, wanders, and is set right on its white tile. Nothing of it is a real
 * device.
 * @param random numbers from 0 to below 1
 * @param nowMs clock, ms
 */
export class SimulatedReader {
  private on: Lab = atFirst;
  private setAtMs: number | null = null;
  private plugged = true;
  private readonly bornMs: number;

  constructor(
    private readonly random: () => number,
    private readonly nowMs: () => number,
  ) {
    this.bornMs = nowMs();
  }

  /** It is laid on something of this colour. */
  lay(on: Lab): void {
    this.on = on;
  }
  /** It is set on its white tile. */
  calibrate(): void {
    this.setAtMs = this.nowMs();
  }
  plug(plugged: boolean): void {
    this.plugged = plugged;
  }

  read(): ReaderReading {
    if (!this.plugged) return { lab: [0, 0, 0], calibrated: false, connected: false };
    const hours = (this.nowMs() - (this.setAtMs ?? this.bornMs)) / 3600_000;
    const lab = this.on.map((x, i) => {
      const off = (this.setAtMs === null ? neverSet[i]! : 0) + driftPerHour[i]! * hours;
      const seen = x + off + (this.random() * 2 - 1) * noise;
      return Math.round((i === 0 ? Math.min(100, Math.max(0, seen)) : seen) * 100) / 100;
    }) as unknown as Lab;
    return {
      lab,
      calibrated: this.setAtMs !== null && this.nowMs() - this.setAtMs < calibrationHoldsMs,
      connected: true,
    };
  }
}

const asLab = (body: unknown): Lab | null => {
  const lab = (body as { lab?: unknown } | undefined)?.lab;
  if (!Array.isArray(lab) || lab.length !== 3 || !lab.every((x) => Number.isFinite(x))) return null;
  const [l, a, b] = lab as [number, number, number];
  return l >= 0 && l <= 100 && Math.abs(a) <= 160 && Math.abs(b) <= 160 ? [l, a, b] : null;
};

/** The reader over the net: read in the event stream under `reader`, laid and set right by post. */
export function readerRoutes(reader: SimulatedReader, stream: EventStream): Router {
  const routes = Router();
  const said = () => {
    const reading = reader.read();
    stream.publish({ topic: 'reader', data: reading });
    return reading;
  };
  routes.use(express.json({ limit: '1kb' }));
  routes.get('/', (_request, response) => void response.set('Cache-Control', 'no-store').json(reader.read()));
  routes.post('/lay', (request, response) => {
    const lab = asLab(request.body);
    if (!lab) {
      response.status(400).json({ error: 'Say L* from 0 to 100, and a* and b* from -160 to 160.' });
      return;
    }
    reader.lay(lab);
    response.json(said());
  });
  routes.post('/calibrate', (_request, response) => {
    reader.calibrate();
    response.json(said());
  });
  routes.post('/plug', (request, response) => {
    reader.plug((request.body as { plugged?: unknown } | undefined)?.plugged !== false);
    response.json(said());
  });
  return routes;
}
