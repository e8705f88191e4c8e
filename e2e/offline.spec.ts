import { once } from 'node:events';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { test } from '@playwright/test';
import express from 'express';
import { ownServer, root } from './ownServer';
import { expect } from './seen';
import { openFresh } from './support';

test.use({ serviceWorkers: 'allow' });

test('installed, it starts, plans and logs with the server stopped, and says that the instruments are away', async ({
  page,
}) => {
  const { process: server, at } = await ownServer();
  await openFresh(page, at('/air'));
  await page.getByRole('switch', { name: /^Listen to the thermo-hygrometer/ }).click();
  await expect(page.getByText('The instruments answer.')).toBeVisible();
  await page.clock.runFor(5000);
  // Kept whole: the worker that keeps it has taken over.
  await page.evaluate(async () => {
    await navigator.serviceWorker.ready;
    if (!navigator.serviceWorker.controller)
      await new Promise((resolve) => navigator.serviceWorker.addEventListener('controllerchange', resolve));
  });
  const manifest = await page.evaluate(async () => {
    const link = document.querySelector<HTMLLinkElement>('link[rel=manifest]')!;
    return (await (await fetch(link.href)).json()) as { icons: { sizes: string }[]; display: string };
  });
  expect(manifest.display).toBe('standalone');
  expect(manifest.icons.map((i) => i.sizes)).toEqual(expect.arrayContaining(['192x192', '512x512']));

  server.kill();
  await once(server, 'exit');
  await page.goto(at('/'));
  const first = page.getByRole('article');
  await expect(first.getByRole('heading', { name: 'Prime' })).toBeVisible();
  await first.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByText(/Done: Prime: fronts/)).toBeVisible();
  // A deep address, and a screen that was never opened before.
  await page.goto(at('/pieces/refreshment-table/papers'));
  await expect(page.getByRole('heading', { name: 'Refreshment table', level: 1 })).toBeVisible();
  await page.goto(at('/air'));
  await expect(page.getByText('The instruments do not answer: what they told last is gone on with.')).toBeVisible();
  await page.goto(at('/settings'));
  await expect(page.getByRole('heading', { name: 'Settings', level: 1 })).toBeVisible();
});

/** A plain host that knows nothing of the application: files under a path, and a page for what is not there. */
async function plainHost(): Promise<Server> {
  const dist = `${root}web/dist`;
  const app = express();
  app.use('/tea-room/tools', express.static(dist));
  app.use((_request, response) => response.status(404).sendFile('404.html', { root: dist }));
  const server = createServer(app).listen(0, '127.0.0.1');
  await once(server, 'listening');
  return server;
}

test('the same build runs from a plain host under a path, deep links and all', async ({ page }) => {
  const server = await plainHost();
  const home = `http://127.0.0.1:${(server.address() as AddressInfo).port}/tea-room/tools/`;
  const wrong: string[] = [];
  page.on('pageerror', (error) => wrong.push(String(error)));
  await openFresh(page, home);
  await expect(page.getByRole('article').getByRole('heading', { name: 'Prime' })).toBeVisible();
  await page.getByRole('link', { name: 'Pieces' }).click();
  await expect(page).toHaveURL(`${home}pieces`);
  // A deep link that the host cannot answer.
  await page.goto(`${home}pieces/ticket-cupboard/plan`);
  await expect(page.getByRole('heading', { name: 'Ticket-office cupboard', level: 1 })).toBeVisible();
  await expect(page).toHaveURL(`${home}pieces/ticket-cupboard/plan`);
  await page.goto(`${home}air?space=goods-shed`);
  await expect(page.getByRole('button', { name: 'Goods shed', pressed: true })).toBeVisible();
  expect(wrong).toEqual([]);
  server.close();
  server.closeAllConnections();
});
