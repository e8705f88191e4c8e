import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { test } from './bench';
import { root } from './ownServer';
import { expect } from './seen';
import { downloaded, exportText, fromMenu, importText, openFresh } from './support';

interface CliPiece {
  name: string;
  steps: { litres: { likely: number } }[];
  products: { productId: string; price: number }[];
}
const quantities = (file: string): CliPiece[] => {
  const out = execFileSync('npm', ['run', '-s', 'cosmesis', '--', 'quantities', file], {
    cwd: root,
    encoding: 'utf8',
    stdio: ['ignore', 'pipe', 'ignore'],
  });
  return (JSON.parse(out) as { pieces: CliPiece[] }).pieces;
};

test('a workshop taken to another browser gives the same file, byte for byte, and the same figures', async ({
  page,
  browser,
}) => {
  await openFresh(page, '/settings');
  const file = await exportText(page);
  const context = await browser.newContext();
  const other = await context.newPage();
  await openFresh(other);
  await fromMenu(other, 'Settings');
  await other.getByRole('button', { name: 'Delete Moorland halt' }).click();
  await other.getByRole('button', { name: 'Delete for good' }).click();
  await expect(other.getByRole('button', { name: 'Bring the demo back' })).toBeVisible();
  await importText(other, file);
  await expect(other.getByText('Moorland halt opened.')).toBeVisible();
  const again = await exportText(other);
  // The other one notes what it was given, to know what it changes from then on.
  const without = (text: string) => text.replace(/"exportedAt":\s*"[^"]+"/, '').replace(/"received":\{[^}]*\},/, '');
  expect(without(again)).toBe(without(file));
  await context.close();
});

test('the command line gives the figures of the page from the exported file', async ({ page }) => {
  await openFresh(page, '/pieces/ticket-cupboard/quantities');
  const csv = (await downloaded(page, page.getByRole('button', { name: 'Download as CSV' }))).text;
  const file = join(mkdtempSync(join(tmpdir(), 'cosmesis-')), 'workshop.json');
  writeFileSync(file, await exportText(page));
  const piece = quantities(file).find((p) => p.name === 'Ticket-office cupboard')!;
  const rows = csv
    .trim()
    .split('\r\n')
    .slice(1)
    .map((line) => line.split(','));
  const likely = rows.filter((r) => r[0] === 'step').map((r) => Number(r.at(-5)));
  expect(likely.length).toBe(piece.steps.length);
  piece.steps.forEach((s, i) => {
    expect(Math.abs(likely[i]! - s.litres.likely) / s.litres.likely).toBeLessThan(1e-9);
  });
  expect(piece.products.reduce((sum, p) => sum + p.price, 0)).toBe(
    rows.filter((r) => r[0] === 'buy').reduce((sum, r) => sum + Number(r.at(-1)), 0),
  );
});
