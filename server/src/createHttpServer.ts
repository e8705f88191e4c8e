import { createServer, type RequestListener, type Server } from 'node:http';

/** How long a connection may take, ms: to send its head, to send its whole request, and to lie idle after an answer. */
export interface Patience {
  headMs: number;
  requestMs: number;
  idleMs: number;
}

const usual: Patience = { headMs: 10_000, requestMs: 20_000, idleMs: 10_000 };

/**
 * The server, which closes connections that only trickle: a handful of them would otherwise hold it up for ever. The event
 * stream is an answer, not a request, and stays open.
 */
export function createHttpServer(app: RequestListener, { headMs, requestMs, idleMs }: Patience = usual): Server {
  const server = createServer(
    {
      headersTimeout: headMs,
      requestTimeout: requestMs,
      keepAliveTimeout: idleMs,
      connectionsCheckingInterval: Math.min(5000, Math.max(50, Math.floor(headMs / 2))),
    },
    app,
  );
  server.maxConnections = 200;
  return server;
}
