import type { Page } from '@playwright/test';
import { test } from './bench';
import { expect } from './seen';
import { chosen, dragStep, goTo, openEmpty, openFresh, pick } from './support';

/** Presses what it is given and counts it. */
function counting() {
  let actions = 0;
  return {
    count: () => actions,
    act: async <T>(work: Promise<T>): Promise<T> => {
      actions += 1;
      return work;
    },
  };
}

/** A small painted table with a veneered top, measured. */
async function veneeredTable(page: Page): Promise<void> {
  await page.getByRole('link', { name: 'New piece' }).first().click();
  await page.getByRole('button', { name: 'Table', exact: true }).click();
  await page.getByLabel('Height').fill('75 cm');
  await page.getByLabel('Width').fill('120 cm');
  await page.getByLabel('Depth').fill('75 cm');
  await pick(page.getByLabel('Carcass: wood'), 'Beech');
  await pick(page.getByLabel('Carcass: old finish'), 'None, bare');
  await pick(page.getByLabel('Top: made of'), 'Veneer');
  await page.getByLabel('Top: veneer thickness, mm').fill('0.6');
}

test('form, three measures, wood and one word for its state give a plan in under twenty actions', async ({ page }) => {
  await openEmpty(page);
  const { act, count } = counting();
  await act(page.getByRole('link', { name: 'New piece' }).first().click());
  await act(page.getByRole('button', { name: 'Chest of drawers' }).click());
  await act(page.getByLabel('Height').fill('90 cm'));
  await act(page.getByLabel('Width').fill('90 cm'));
  await act(page.getByLabel('Depth').fill('45 cm'));
  await act(pick(page.getByLabel('Carcass: wood'), 'Ash'));
  await act(pick(page.getByLabel('Carcass: old finish'), 'Shellac'));
  await act(page.getByRole('button', { name: 'Poor' }).click());
  await act(page.getByRole('button', { name: 'Note these' }).click());
  await expect(page.getByText(/4 typical defects are noted under Damage/)).toBeVisible();
  await act(page.getByRole('button', { name: 'Negative, every layer' }).click());
  await act(page.getByRole('link', { name: 'To the plan' }).click());
  await act(pick(page.getByLabel('Look of the top'), 'stained and clear'));
  await act(pick(page.getByLabel('Look of the carcass'), 'painted'));
  await act(pick(page.getByLabel('Look of the fronts'), 'painted'));
  const fronts = page.getByRole('list', { name: 'Fronts: steps in order' });
  await expect(fronts.getByRole('button', { name: /^ease/ })).toBeVisible();
  await expect(
    page.getByRole('list', { name: 'Top: steps in order' }).getByRole('button', { name: /^strip/ }),
  ).toBeVisible();
  expect(count()).toBeLessThan(20);
});

test('damage put in its place on the drawing is asked about, decided, and the plan changes', async ({ page }) => {
  await openEmpty(page);
  await veneeredTable(page);
  await page.getByRole('button', { name: 'Top, upper face, zone Top' }).click();
  await pick(page.getByLabel('Damage here'), 'loose veneer');
  await page.getByRole('button', { name: 'Mark the damage' }).click();
  await expect(page.getByRole('button', { name: 'Top, upper face, zone Top, loose veneer' })).toBeVisible();
  const more = page.getByRole('button', { name: 'One place more: loose veneer, Top' });
  for (const _ of [2, 3, 4]) await more.click();
  await page.getByRole('link', { name: 'To the plan' }).click();
  await pick(page.getByLabel('Look of the top'), 'painted');
  const stick = page.getByRole('list', { name: 'Top: steps in order' });
  await expect(stick).toBeVisible();
  await expect(stick.getByRole('button', { name: /^glue/ })).toBeHidden();

  await page.getByRole('button', { name: /^Other ways/ }).click();
  const ask = page.getByRole('region', { name: 'Top: loose veneer, 4 places' });
  await expect(ask).toContainText('Recommended: peel the whole face and paint it.');
  await ask.getByLabel('Why, for the record').fill('Its figure is rare.');
  await ask.getByRole('button', { name: /^Decide on: Glue and clamp/ }).click();
  await expect(ask).toContainText('Its figure is rare.');
  await page.getByRole('link', { name: 'Plan', exact: true }).click();
  await expect(stick.getByRole('button', { name: /^glue/ })).toBeVisible();

  await ask.getByRole('button', { name: /^Take the decision back/ }).click();
  await page.getByRole('link', { name: 'Plan', exact: true }).click();
  await expect(stick).toBeVisible();
  await expect(stick.getByRole('button', { name: /^glue/ })).toBeHidden();
});

test('what can come off is asked, says what it saves, and the plan follows', async ({ page }) => {
  await openEmpty(page);
  await veneeredTable(page);
  await page.getByRole('link', { name: 'To the plan' }).click();
  await pick(page.getByLabel('Look of the top'), 'stained and clear');
  await pick(page.getByLabel('Look of the carcass'), 'painted');
  const off = page.getByRole('button', { name: /^Take off the top/ });
  await expect(page.getByRole('list', { name: 'Top: steps in order' })).toBeVisible();
  await expect(off).toBeHidden();
  await page.getByRole('button', { name: /^Other ways/ }).click();
  const ask = page.getByRole('region', { name: 'Taking apart: top' });
  await expect(ask).toContainText('Recommended: left on.');
  await expect(ask).toContainText(/Saves .*sittings/);
  await ask.getByRole('button', { name: /^Decide on: Off the frame/ }).click();
  await expect(ask.getByRole('listitem').filter({ hasText: 'Off the frame' })).toContainText('decided');
  await page.getByRole('link', { name: 'Plan', exact: true }).click();
  await expect(off).toBeVisible();
});

test('spot tests are concluded, parts and changes of form are measured, and all of it can be undone', async ({
  page,
}) => {
  await openEmpty(page);
  await veneeredTable(page);
  await page.getByRole('button', { name: /^Tests of the old finish/ }).click();
  await pick(page.getByLabel('Alcohol'), 'it dissolves');
  await expect(page.getByText('Alcohol dissolves it: shellac.')).toBeVisible();
  await page.getByRole('button', { name: 'Note it as shellac' }).click();
  await expect(page.getByLabel('Top: old finish')).toHaveValue('shellac');

  await page.getByRole('button', { name: /^Parts and changes of form/ }).click();
  await pick(page.getByLabel('Part to add'), 'Moulding or ornament');
  await page.getByRole('button', { name: 'Add the part' }).click();
  await page.getByLabel('Moulding or ornament: length').fill('1 m');
  await page.getByLabel('Moulding or ornament: girth').fill('4 cm');
  await page.getByRole('button', { name: /^All \d+ faces/ }).click();
  await expect(page.getByRole('button', { name: 'Moulding or ornament 0.04 m²' })).toBeVisible();
  await pick(page.getByLabel('Change of form'), 'New top with overhang');
  await page.getByRole('button', { name: 'Plan this change' }).click();
  await expect(page.getByText('1 part added, 1 change planned')).toBeVisible();
  await page.keyboard.press('Escape');
  await page.locator('h1').first().click();
  await page.keyboard.press('Control+z');
  await expect(page.getByText('1 part added, 1 change planned')).toBeHidden();
});

test('a look carries more, a step of one’s own stays, and a step is dragged to another place', async ({ page }) => {
  await openEmpty(page);
  await veneeredTable(page);
  await pick(page.getByLabel('Top: old finish'), 'None, bare');
  await page.getByRole('link', { name: 'To the plan' }).click();
  await pick(page.getByLabel('Look of the top'), 'natural clear');
  await pick(page.getByLabel('Look of the carcass'), 'painted');
  // What is pressed stands still once the steps of both zones are there.
  const carcass = page.getByRole('list', { name: 'Carcass: steps in order' });
  await expect(carcass.getByRole('button', { name: /^paint 2/ })).toBeVisible();
  await page.getByRole('region', { name: 'Carcass' }).getByRole('button', { name: 'and besides…' }).click();
  await page.getByRole('checkbox', { name: 'gilded edges' }).click();
  await expect(page.getByRole('checkbox', { name: 'gilded edges' })).toBeChecked();
  await carcass.getByRole('button', { name: /^gild/ }).click();
  const inspector = page.getByRole('region', { name: 'Step', exact: true });
  await expect(inspector.getByRole('heading')).toHaveText('Gild the edges');
  await inspector.getByRole('button', { name: 'Add a step after this one' }).click();
  await pick(inspector.getByLabel('What to do'), 'Judge it in daylight');
  await inspector.getByRole('button', { name: 'Add the step' }).click();
  await expect(page.getByText('Added: judge it in daylight, after carcass: gild the edges')).toBeVisible();
  await pick(page.getByLabel('Look of the legs'), 'painted');
  await expect(page.getByText('Added: judge it in daylight, after carcass: gild the edges')).toBeVisible();

  await page.getByRole('button', { name: /^All \d+ steps/ }).click();
  await expect(page.getByRole('button', { name: 'Drag: Legs, Paint 2 of 2' })).toBeVisible();
  await dragStep(
    page,
    { grip: 'Top, Wipe down', id: 'top/wipe-down/1' },
    { grip: 'Carcass, Wash down and degrease', id: 'carcass/degrease/1' },
  );
  await expect(page.getByText(/Top: wipe down, before carcass: wash down and degrease/)).toBeVisible();
});

test('a colour chosen on one zone holds on all that are seen with it, until it is for that zone alone', async ({
  page,
}) => {
  await openEmpty(page);
  await veneeredTable(page);
  await page.getByRole('link', { name: 'To the plan' }).click();
  for (const zone of ['carcass', 'legs']) await pick(page.getByLabel(`Look of the ${zone}`), 'painted');
  const inspector = page.getByRole('region', { name: 'Step', exact: true });
  const lookAt = (zone: string) =>
    page
      .getByRole('list', { name: `${zone}: steps in order` })
      .getByRole('button', { name: /^paint 1/ })
      .click();
  const product = inspector.getByLabel('Product');
  await lookAt('Carcass');
  await pick(product, 'Chalky mineral paint, matt');
  await expect(inspector.getByRole('checkbox', { name: 'On the legs too' })).toBeChecked();
  await lookAt('Legs');
  await expect.poll(() => chosen(product)).toBe('Chalky mineral paint, matt');
  await expect(inspector).toContainText('As on the carcass: they are seen together.');
  await lookAt('Carcass');
  await inspector.getByRole('checkbox', { name: 'On the legs too' }).click();
  await expect(inspector.getByRole('checkbox', { name: 'On the legs too' })).not.toBeChecked();
  await expect(inspector).toContainText('It was chosen for this zone: another product than on the legs, on purpose.');
  await lookAt('Legs');
  await expect.poll(() => chosen(product)).not.toBe('Chalky mineral paint, matt');
});

test('a note typed letter by letter is one change, taken back by one undo, and nothing of it is lost by a reload', async ({
  page,
}) => {
  await openFresh(page, '/pieces/ticket-cupboard/survey');
  const note = page.getByRole('region', { name: 'Name and note' }).getByLabel('Note');
  const before = await note.inputValue();
  // What is held in the field is in no store yet, and is shown as such while it is typed.
  const typing = note.pressSequentially('Lighter than the sample, two coats on', { delay: 30 });
  await expect(page.getByText('Not saved yet')).toBeVisible();
  await typing;
  await page.reload();
  await expect(note).toHaveValue(`Lighter than the sample, two coats on${before}`);
  await expect(page.getByText('Not saved yet')).toHaveCount(0);
  await page.getByRole('heading', { level: 1 }).click();
  await page.keyboard.press('Control+z');
  await expect(page.getByText('Undone: note.')).toBeVisible();
  await expect(note).toHaveValue(before);
});

test('a border is marked off on a top, painted beside clear wood, measured again, and given back', async ({ page }) => {
  await openEmpty(page);
  await veneeredTable(page);
  const drawing = page.getByRole('group', { name: /press a face/ });
  await drawing.getByRole('button', { name: /^Top, upper face/ }).click();
  await pick(page.getByLabel('An area with a finish of its own'), 'Border');
  await page.getByRole('button', { name: 'Mark it off' }).click();
  const width = page.getByLabel('Width of the border');
  await width.fill('10 cm');
  // All around a top of 120 × 75 cm: 2 × 0.1 × 1.95 less the corners counted twice.
  await expect(page.getByRole('status').getByText('0.35 m²')).toBeVisible();
  await page.getByLabel('Name of the area').fill('Rim');
  await pick(page.getByLabel('Belongs to the zone'), 'Area 1');
  await expect(drawing.getByRole('button', { name: 'Rim, zone Area 1' })).toBeVisible();
  await page.getByRole('link', { name: 'To the plan' }).click();
  await pick(page.getByLabel('Look of the top'), 'natural clear');
  await pick(page.getByLabel('Look of the carcass'), 'left alone');
  await pick(page.getByLabel('Look of the legs'), 'left alone');
  await pick(page.getByLabel('Look of the area 1'), 'painted');
  const top = page.getByRole('list', { name: 'Top: steps in order' });
  await expect(top.getByRole('button', { name: /^mask/ })).toBeVisible();

  await page.getByRole('link', { name: 'Survey', exact: true }).click();
  await drawing.getByRole('button', { name: /^Rim/ }).press('Enter');
  await width.fill('wide');
  await expect(page.getByText('"wide" is not a length', { exact: false })).toBeVisible();
  await width.fill('5 cm');
  await goTo(page, '/pieces');
  await page.goBack();
  await drawing.getByRole('button', { name: /^Rim/ }).press('Enter');
  await expect(width).toHaveValue('5 cm');
  await page.getByRole('button', { name: 'Give it back to its face' }).click();
  await expect(drawing.getByRole('button', { name: /^Rim/ })).toBeHidden();
  await page.keyboard.press('Control+z');
  await expect(drawing.getByRole('button', { name: /^Rim/ })).toBeVisible();
});

test('fittings are measured and planned, a coat is thinned, an effect laid in places, and all of it is there after a reload', async ({
  page,
}) => {
  await openEmpty(page);
  await veneeredTable(page);
  await page.getByText('Fittings and upholstery').click();
  await page.getByRole('button', { name: 'Note them' }).click();
  await page.getByLabel('Of these casters are gone').fill('1');
  await page.getByLabel('Length of the screws, casters').fill('30 mm');
  await page.getByLabel('Thickness they go into, casters').fill('22 mm');
  await expect(page.getByRole('alert').filter({ hasText: '30 mm long and go into 22 mm' })).toBeVisible();
  await page.getByText('Air, dust and the room it will live in').click();
  await page.getByRole('button', { name: 'Where it stands' }).click();
  await page.getByRole('link', { name: 'To the plan' }).click();
  await pick(page.getByLabel('Look of the carcass'), 'painted');
  await page.getByText('and besides…').first().click();
  await page.getByRole('checkbox', { name: 'glazed' }).click();
  await expect(page.getByRole('checkbox', { name: 'glazed' })).toBeChecked();
  await pick(page.getByLabel('Where it is glazed'), 'in creases and corners');
  const inspector = page.getByRole('region', { name: 'Step', exact: true });
  const stick = page.getByRole('list', { name: 'Carcass: steps in order' });
  await stick.getByRole('button', { name: /^glaze/ }).click();
  await expect(inspector).toContainText('In the creases and corners only.');
  await stick.getByRole('button', { name: /^paint 1/ }).click();
  await inspector.getByLabel('Thinner in this coat, %').fill('10');
  await expect(inspector).toContainText('Thinned by 10 %.');
  await inspector.getByLabel('Owed: laid after some use').selectOption('1');
  await expect(inspector).toContainText('1 more is owed');
  await expect(stick.getByRole('button', { name: /^paint 2/ })).toHaveCount(0);
  await page.reload();
  await expect(page.getByText(/Its screws are 30 mm long/).first()).toBeVisible();
  await stick.getByRole('button', { name: /^paint 1/ }).click();
  await expect(inspector.getByLabel('Thinner in this coat, %')).toHaveValue('10');
});
