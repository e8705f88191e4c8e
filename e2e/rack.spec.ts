import { expect, test } from '@playwright/test';
import { fromMenu, openFresh } from './support';

test('the rack shows all pieces over time, says what keeps a sitting where it is, and what is held', async ({
  page,
}) => {
  await openFresh(page);
  await fromMenu(page, 'Rack');
  await expect(page.getByRole('heading', { name: 'The rack' })).toBeVisible();
  await expect(page.getByText(/^\d+ sittings on 9 pieces, .* for one pair of hands, until /)).toBeVisible();
  await expect(
    page.getByText(/^Parcels counter: held: lead not tested\. \d+ of its sittings wait for that\.$/),
  ).toHaveCount(1);
  await expect(page.getByRole('status').filter({ hasText: 'A better order is sought' })).toBeHidden();

  // By keyboard: from one sitting to the next.
  const drawing = page.getByRole('group', { name: 'Rack' });
  await drawing.getByRole('button').first().focus();
  await page.keyboard.press('Enter');
  const told = page.getByRole('region', { name: 'The sitting' });
  await expect(told).toContainText('What keeps it from being sooner');
  const first = (await told.textContent()) ?? '';
  await page.keyboard.press('ArrowRight');
  await expect(told).not.toHaveText(first);
  await expect(told).toContainText(/sooner: (after|the hands are at|the next hours|held back|the film of)/);

  await page.getByRole('button', { name: 'All of it' }).click();
  const ready = page.getByRole('region', { name: 'Ready for light use' });
  await expect(ready.getByRole('listitem')).toHaveCount(9);
  await expect(ready.getByRole('listitem').filter({ hasText: 'Parcels counter' })).toContainText('not yet');
});

test('two pieces claim no hour: what is done on one moves the other, and nothing overlaps in the order', async ({
  page,
}) => {
  await openFresh(page, '/rack');
  await expect(page.getByRole('status').filter({ hasText: 'A better order is sought' })).toBeHidden();
  const list = page.getByRole('region', { name: 'In order' });
  const whole = list.getByRole('button', { name: /^All \d+ sittings$/ });
  const first = list.getByRole('listitem').first();
  await expect(first).toContainText('nothing keeps it');
  await whole.click();
  await expect(list.getByRole('listitem').nth(100)).toBeVisible();
  await page.getByRole('link', { name: 'Today', exact: true }).click();
  const act = page.getByRole('article');
  const what = (await act.getByRole('heading').textContent()) ?? '';
  await act.getByRole('button', { name: 'Start' }).click();
  await expect(act.getByText('Running')).toBeVisible();
  await page.goBack();
  await expect(list.getByRole('listitem').first()).toContainText('Running');
  await expect(list.getByRole('listitem').first()).toContainText(what);
});

test('the schedule is rehearsed: how sure the promises are, what holds it up, what would help; and it can be stopped', async ({
  page,
}) => {
  await openFresh(page, '/rack');
  const section = page.getByRole('region', { name: 'Rehearsal' });
  await section.getByRole('button', { name: 'Rehearse it' }).click();
  await section.getByRole('button', { name: 'Stop' }).click();
  await expect(section.getByRole('button', { name: 'Rehearse it' })).toBeVisible();
  await section.getByRole('button', { name: 'Rehearse it' }).click();
  await expect(section.getByText(/Refreshment table keeps its promise in \d+ % of the runs/)).toBeVisible({
    timeout: 60_000,
  });
  const ready = section.getByRole('table', { name: 'When pieces are ready' });
  await expect(ready.getByRole('row', { name: /^Cane-backed chair/ })).toContainText(/\d+ %/);
  await section.getByRole('button', { name: 'Days of Cane-backed chair' }).click();
  await expect(section.getByRole('figure')).toContainText('Cane-backed chair: ready on these days, of 1000 runs.');
  await expect(section.getByRole('table', { name: 'What would change it' })).toContainText('Another pair of hands');
  // Nothing of it is wider than a phone.
  await page.setViewportSize({ width: 390, height: 844 });
  await expect.poll(() => page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
});
