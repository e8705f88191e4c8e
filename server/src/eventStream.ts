import type { Request, Response } from 'express';

/** One message of the stream; `topic` names the instrument, so that any number of instruments share one connection. */
interface StreamMessage {
  topic: string;
  data: unknown;
}

/** The one multiplexed event stream (server-sent events). */
export interface EventStream {
  /** Express handler that keeps the connection open until the client leaves. */
  handle: (request: Request, response: Response) => void;
  /** Sends a message to every open connection. */
  publish: (message: StreamMessage) => void;
  /** Number of open connections. */
  clients: () => number;
}

/**
 * Makes the stream. A comment line goes out every `heartbeatMs` so that proxies and browsers keep it open.
 * @param heartbeatMs pause between heartbeats, ms, > 0
 */
export function createEventStream(heartbeatMs = 20_000): EventStream {
  const open = new Set<Response>();
  const send = (response: Response, { topic, data }: StreamMessage) =>
    response.write(`event: ${topic}\ndata: ${JSON.stringify(data)}\n\n`);
  return {
    handle(request, response) {
      response.set({ 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store', 'X-Accel-Buffering': 'no' });
      response.flushHeaders();
      open.add(response);
      send(response, { topic: 'hello', data: { topics: [] } });
      const beat = setInterval(() => response.write(': still here\n\n'), heartbeatMs);
      request.on('close', () => {
        clearInterval(beat);
        open.delete(response);
      });
    },
    publish: (message) => {
      for (const response of open) send(response, message);
    },
    clients: () => open.size,
  };
}
