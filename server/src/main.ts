import { fileURLToPath } from 'node:url';
import { createApp } from './createApp';
import { createHttpServer } from './createHttpServer';
import { createEventStream } from './eventStream';
import { openingAhead, openingProcess } from './openingToday';
import { SimulatedAir } from './simulatedAir';
import { SimulatedReader } from './simulatedReader';
import { SimulatedScale } from './simulatedScale';

const port = Number(process.env.PORT ?? 4170);
if (!Number.isInteger(port) || port < 1 || port > 65535) {
  console.error(`PORT is "${process.env.PORT}": give a whole number from 1 to 65535.`);
  process.exit(1);
}
const dist = fileURLToPath(new URL('../../web/dist', import.meta.url));
const stream = createEventStream();
const scale = new SimulatedScale(Math.random, Date.now);
// Four readings a second, as a bench scale sends them; nobody listening, nothing sent.
const reading = setInterval(() => {
  if (stream.clients() > 0) stream.publish({ topic: 'scale', data: scale.read() });
}, 250);
const air = new SimulatedAir(Math.random, Date.now);
// A thermo-hygrometer sends every few seconds.
const airing = setInterval(() => {
  if (stream.clients() > 0) stream.publish({ topic: 'air', data: air.read() });
}, 5000);
const reader = new SimulatedReader(Math.random, Date.now);
const colouring = setInterval(() => {
  if (stream.clients() > 0) stream.publish({ topic: 'reader', data: reader.read() });
}, 1000);
// Where nobody visits for the first time at the minute it is, OPENING=off spares the work.
const teller = process.env.OPENING === 'off' ? null : openingProcess();
const opening = teller && openingAhead(teller.tell, Intl.DateTimeFormat().resolvedOptions().timeZone, Date.now);
const server = createHttpServer(createApp(dist, stream, scale, air, reader, opening?.ready ?? (() => null)));
server.on('error', (error: NodeJS.ErrnoException) => {
  console.error(
    error.code === 'EADDRINUSE'
      ? `Port ${port} is taken by another program. Choose another one: PORT=4180 npm start`
      : `The server could not start: ${error.message}`,
  );
  process.exit(1);
});
server.listen(port, '127.0.0.1', () => console.log(`Cosmesis is open at http://127.0.0.1:${port}`));
for (const signal of ['SIGINT', 'SIGTERM'] as const) {
  process.on(signal, () => {
    clearInterval(reading);
    clearInterval(airing);
    clearInterval(colouring);
    opening?.stop();
    teller?.stop();
    server.closeAllConnections();
    server.close(() => process.exit(0));
  });
}
