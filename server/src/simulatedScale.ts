import express, { Router } from 'express';
import type { EventStream } from './eventStream';

/** What the scale shows. Grams, as a bench scale does. */
export interface ScaleReading {
  grams: number;
  stable: boolean;
  connected: boolean;
}

/** Noise of a reading, g, and how far the zero wanders in a minute, g. */
const noiseG = 0.05;
const driftGPerMin = 0.03;
const resolutionG = 0.1;
/** A load that changed within this time is not stable yet, ms. */
const settlesMs = 700;

/**
 * A stand-in for a bench scale: it wanders, trembles, can be tared, loaded and unplugged. Nothing of it is a real device.
 * @param random numbers from 0 to below 1
 * @param nowMs clock, ms
 */
export class SimulatedScale {
  private loadG = 0;
  private zeroG = 0;
  private changedAtMs: number;
  private readonly bornMs: number;
  private plugged = true;

  constructor(
    private readonly random: () => number,
    private readonly nowMs: () => number,
  ) {
    this.bornMs = nowMs();
    this.changedAtMs = this.bornMs - settlesMs;
  }

  /** What stands on it changes by so much, g; never below nothing. */
  pour(grams: number): void {
    this.loadG = Math.max(0, this.loadG + grams);
    this.changedAtMs = this.nowMs();
  }
  /** What stands on it now reads as nothing. */
  tare(): void {
    this.zeroG = this.loadG + this.driftG();
    this.changedAtMs = this.nowMs();
  }
  /** Everything is taken off. */
  clear(): void {
    this.loadG = 0;
    this.zeroG = this.driftG();
    this.changedAtMs = this.nowMs();
  }
  plug(plugged: boolean): void {
    this.plugged = plugged;
  }

  private driftG(): number {
    return (driftGPerMin * (this.nowMs() - this.bornMs)) / 60_000;
  }

  read(): ScaleReading {
    if (!this.plugged) return { grams: 0, stable: false, connected: false };
    const stable = this.nowMs() - this.changedAtMs >= settlesMs;
    const tremble = (this.random() * 2 - 1) * noiseG * (stable ? 1 : 20);
    const grams = this.loadG + this.driftG() - this.zeroG + tremble;
    return { grams: Math.round(grams / resolutionG) * resolutionG, stable, connected: true };
  }
}

/** The scale over the net: read in the event stream under `scale`, loaded and tared by post. */
export function scaleRoutes(scale: SimulatedScale, stream: EventStream): Router {
  const routes = Router();
  const said = () => {
    const reading = scale.read();
    stream.publish({ topic: 'scale', data: reading });
    return reading;
  };
  routes.use(express.json({ limit: '1kb' }));
  routes.get('/', (_request, response) => void response.set('Cache-Control', 'no-store').json(scale.read()));
  routes.post('/pour', (request, response) => {
    const grams = Number((request.body as { grams?: unknown } | undefined)?.grams);
    if (!Number.isFinite(grams) || Math.abs(grams) > 20_000) {
      response.status(400).json({ error: 'Say how many grams, up to 20000.' });
      return;
    }
    scale.pour(grams);
    response.json(said());
  });
  routes.post('/tare', (_request, response) => {
    scale.tare();
    response.json(said());
  });
  routes.post('/clear', (_request, response) => {
    scale.clear();
    response.json(said());
  });
  routes.post('/plug', (request, response) => {
    scale.plug((request.body as { plugged?: unknown } | undefined)?.plugged !== false);
    response.json(said());
  });
  return routes;
}
