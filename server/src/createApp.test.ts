import { once } from 'node:events';
import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import { type AddressInfo, connect } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { brotliCompressSync } from 'node:zlib';
import request from 'supertest';
import { describe, expect, it } from 'vitest';
import { createApp } from './createApp';
import { createHttpServer } from './createHttpServer';
import { createEventStream } from './eventStream';
import { SimulatedScale } from './simulatedScale';

function served() {
  const dist = mkdtempSync(join(tmpdir(), 'cosmesis-dist-'));
  mkdirSync(join(dist, 'assets'));
  writeFileSync(join(dist, 'index.html'), '<!doctype html><title>Cosmesis</title><script src="./begin.js"></script>');
  writeFileSync(join(dist, 'assets/page-abc.js'), 'export const x = 1;');
  writeFileSync(join(dist, 'assets/page-abc.js.br'), brotliCompressSync('export const x = 1;'));
  const stream = createEventStream();
  return { app: createApp(dist, stream), stream };
}

describe('createApp', () => {
  it('serves the page on every route of the application, under a policy without inline script or outside host', async () => {
    const { app } = served();
    const page = await request(app).get('/pieces/abc/plan').set('Accept', 'text/html').set('Host', '127.0.0.1');
    expect(page.status).toBe(200);
    expect(page.text).toContain('<title>Cosmesis</title>');
    const policy = page.headers['content-security-policy'] ?? '';
    expect(policy).toContain("default-src 'none'");
    expect(policy).toContain("script-src 'self';");
    expect(policy).not.toContain('http');
  });

  it('sends precompressed files, kept for a year because their names carry a hash', async () => {
    const file = await request(served().app)
      .get('/assets/page-abc.js')
      .set('Accept-Encoding', 'br')
      .set('Host', '127.0.0.1');
    expect(file.headers['content-encoding']).toBe('br');
    expect(file.headers['cache-control']).toContain('immutable');
  });

  it('sends localhost to 127.0.0.1, so that there is one origin and one store', async () => {
    const answer = await request(served().app).get('/pieces').set('Host', 'localhost:4170');
    expect(answer.status).toBe(307);
    expect(answer.headers.location).toMatch(/^http:\/\/127\.0\.0\.1:\d+\/pieces$/);
  });

  it('answers unknown addresses with 404, not with the page', async () => {
    const { app } = served();
    expect((await request(app).get('/api/nothing').set('Host', '127.0.0.1')).status).toBe(404);
    expect((await request(app).get('/assets/gone.js').set('Host', '127.0.0.1')).status).toBe(404);
  });

  it('sends the page for ids that hold a dot, and files only from where files lie', async () => {
    const { app } = served();
    const get = (path: string) => request(app).get(path).set('Host', '127.0.0.1').set('Accept', 'text/html');
    expect((await get('/products/filler.2')).status).toBe(200);
    expect((await get('/assets/filler.2')).status).toBe(404);
    expect((await get('/api/filler.2')).status).toBe(404);
  });

  it('answers at its own address only, and to its own page only', async () => {
    const scale = new SimulatedScale(
      () => 0.5,
      () => 0,
    );
    const app = createApp('/nowhere', createEventStream(), scale);
    const tare = (headers: Record<string, string>, body: string | object = {}) =>
      request(app)
        .post('/api/scale/tare')
        .set({ Host: '127.0.0.1:4170', 'Content-Type': 'application/json', ...headers })
        .send(body);
    expect((await tare({})).status).toBe(200);
    expect((await tare({ Origin: 'http://127.0.0.1:4170' })).status).toBe(200);
    expect((await tare({ Origin: 'http://127.0.0.1:8080' })).status).toBe(403);
    expect((await tare({ Origin: 'null' })).status).toBe(403);
    expect((await tare({ 'Sec-Fetch-Site': 'cross-site' })).status).toBe(403);
    expect((await tare({ 'Content-Type': 'text/plain' }, 'x')).status).toBe(415);
    expect((await tare({ Host: 'elsewhere.example' })).status).toBe(421);
    const broken = await tare({}, '{"grams":');
    expect(broken.status).toBe(400);
    expect(broken.text).toMatch(/^\{"error":"[^"]*"\}$/);
    expect(broken.text).not.toMatch(/at |node_modules|\.ts|SyntaxError/);
  });

  it('closes connections that only trickle', async () => {
    const server = createHttpServer(served().app, { headMs: 100, requestMs: 100, idleMs: 100 });
    server.listen(0, '127.0.0.1');
    await once(server, 'listening');
    const socket = connect((server.address() as AddressInfo).port, '127.0.0.1');
    await once(socket, 'connect');
    socket.write('POST /api/scale/tare HTTP/1.1\r\nHost: 127');
    socket.resume();
    // Ends only when the server closes it: nothing here ends it.
    await once(socket, 'close');
    server.close();
  });

  it('carries several topics on one stream and forgets clients that leave', async () => {
    const { app, stream } = served();
    const server = app.listen(0, '127.0.0.1');
    await new Promise((resolve) => server.once('listening', resolve));
    const { port } = server.address() as AddressInfo;
    const leave = new AbortController();
    const answer = await fetch(`http://127.0.0.1:${port}/api/events`, { signal: leave.signal });
    const reader = answer.body!.pipeThrough(new TextDecoderStream()).getReader();
    let seen = (await reader.read()).value ?? '';
    expect(stream.clients()).toBe(1);
    stream.publish({ topic: 'hygrometer', data: { airTempC: 14.5 } });
    stream.publish({ topic: 'scale', data: { massG: 18 } });
    while (!seen.includes('scale')) seen += (await reader.read()).value ?? '';
    expect(seen).toContain('event: hygrometer\ndata: {"airTempC":14.5}\n\nevent: scale\ndata: {"massG":18}\n\n');
    leave.abort();
    await expect.poll(() => stream.clients()).toBe(0);
    server.closeAllConnections();
    await new Promise((resolve) => server.close(resolve));
  });
});
