import { bundle, outlet, smallHouse, wanted } from '../core/src/testing/build.ts';
import { drawnPlan, facesOf } from '../core/src/testing/drawn-plan.ts';
import { expect, type Page } from '@playwright/test';
import { feet, HouseId, JobId, makeHouse, makeRoom } from '@elwand/core';
import { demoHouses, demoJobs } from '@elwand/core/demo';
import { readFileSync } from 'node:fs';
import { choose, faults, openFine, saved, sketch, test, unfold, watch } from './help.ts';

/** The structure: surveying it fast, plans in and out, other ways, wants of other kinds. */

const KEYBOARD = '/houses/tamarack/jobs/keyboard';

async function emptyHouse(page: Page, id: string): Promise<void> {
  await page.request.post('/api/houses', { data: { ...makeHouse(id, 'Sedge End 4'), rooms: [] } });
  await page.goto(`/houses/${id}/rooms`);
}

test('a room with its door, window, studs and outlets takes fewer than twenty-five actions', async ({
  page,
}, info) => {
  const quiet = watch(page);
  await emptyHouse(page, `fast-${info.testId.slice(-12)}`);
  let actions = 0;
  const tape = async (text: string) => {
    await page.locator('#tape-input').fill(text);
    await page.locator('#tape-input').press('Enter');
    await page.locator('#tape-input').press('Enter');
    actions += 3;
  };
  await sketch(page, `Bedroom 13'4" x 11'2"`);
  actions += 4;
  await tape('d 12 44 s 50@48 m 64 80 96 o 120');
  await tape('m 16 1/4 32 1/8 o 60 102');
  await tape('i 50 98@36 o 24 120');
  await tape('m 15 31 47 o 66');
  expect(actions).toBeLessThan(25);
  await saved(page);
  const id = page.url().split('/')[4] ?? '';
  const house = (await (await page.request.get(`/api/houses/${id}`)).json()) as {
    document: { points: unknown[]; rooms: { walls: { openings: unknown[]; hits: unknown[] }[] }[] };
  };
  const { points, rooms } = house.document;
  expect(points).toHaveLength(7);
  expect(rooms[0]!.walls.flatMap((w) => w.openings)).toHaveLength(2);
  expect(rooms[0]!.walls.flatMap((w) => w.hits)).toHaveLength(8);
  quiet();
});

test('a floor plan is read, shown for correction, added, and comes out again as DXF', async ({
  page,
}, info) => {
  const quiet = watch(page);
  await emptyHouse(page, `plan-${info.testId.slice(-12)}`);
  const svg =
    '<svg xmlns="http://www.w3.org/2000/svg"><rect width="300" height="120"/><line x1="140" y1="0" x2="140" y2="120"/><text x="60" y="60">KITCHEN</text></svg>';
  await page
    .locator('input[type=file]')
    .setInputFiles({ name: 'flat.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(svg) });
  const dialog = page.getByRole('dialog');
  await expect(dialog).toContainText('2 rooms');
  // The text that stands in a room is its name.
  await expect(dialog.getByLabel('Name', { exact: true }).first()).toHaveValue('Kitchen');
  // The file doesn't say its unit: it is asked for before anything is added.
  await expect(dialog).toContainText("doesn't say what its unit is");
  await expect(dialog.getByRole('button', { name: 'Add 2 rooms' })).toBeDisabled();
  await choose(page, 'The file is in', 'inches');
  await dialog.getByRole('button', { name: 'Add 2 rooms' }).click();
  await expect(
    page.getByRole('navigation', { name: 'Rooms' }).getByRole('button', { name: /Kitchen/ }),
  ).toBeVisible();
  await expect(page.getByText('The walls do not close')).toHaveCount(0);
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Rooms as DXF' }).click(),
  ]);
  expect(readFileSync(await file.path(), 'utf8')).toContain('LWPOLYLINE');
  await page
    .locator('input[type=file]')
    .setInputFiles({ name: 'bad.dxf', mimeType: 'application/dxf', buffer: Buffer.from('nothing') });
  await expect(page.getByRole('alert').filter({ hasText: 'bad.dxf' })).toBeVisible();
  await saved(page);
  quiet();
});

test('a plan whose walls are two lines brings thickness, doors and windows along, wall by wall correctable', async ({
  page,
}, info) => {
  const quiet = watch(page);
  await emptyHouse(page, `plan-two-${info.testId.slice(-12)}`);
  const rooms = [
    { x: 150, y: 150, w: 4000, h: 3000 },
    { x: 4250, y: 150, w: 3000, h: 3000 },
  ];
  const { lines, arcs } = drawnPlan(facesOf([{ x: 0, y: 0, w: 7400, h: 3300 }, ...rooms]), [
    { wall: 'upright', low: 4150, high: 4250, from: 1000, to: 1800, as: 'swing' },
    { wall: 'level', low: 0, high: 150, from: 1000, to: 2200, as: 'glazing' },
  ]);
  const svg = `<svg xmlns="http://www.w3.org/2000/svg">${lines.map((l) => `<path d="M${l[0]} ${l[1]}L${l[2]} ${l[3]}"/>`).join('')}${arcs
    .map(([x, y, r]) => `<path d="M${x} ${y + r}A${r} ${r} 0 0 0 ${x + r} ${y}"/>`)
    .join('')}<text x="1500" y="1500">LIVING ROOM</text><text x="5000" y="1500">Bath</text></svg>`;
  await page
    .locator('input[type=file]')
    .setInputFiles({ name: 'two.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(svg) });
  const dialog = page.getByRole('dialog');
  await choose(page, 'The file is in', 'millimeters');
  await expect(dialog.getByLabel('Name', { exact: true }).first()).toHaveValue('Living room');
  await dialog.getByText('4 walls, 2 openings').click();
  await expect(dialog.getByLabel('Thickness').first()).toHaveValue('5 7/8 in');
  // What is no window after all is left out.
  await choose(page, /^At 2/, 'no opening');
  await expect(dialog.getByText('4 walls, 1 opening').first()).toBeVisible();
  if (process.env['LOOK']) await page.screenshot({ path: process.env['LOOK'] });
  await dialog.getByRole('button', { name: 'Add 2 rooms' }).click();
  const list = page.getByRole('navigation', { name: 'Rooms' });
  await expect(list.getByRole('button', { name: /Living room/ })).toContainText('Living');
  await expect(list.getByRole('button', { name: /Bath/ })).toBeVisible();
  await saved(page);
  quiet();
});

test('a much easier place beside the one asked for is told, and taken with a click', async ({
  page,
}, info) => {
  const quiet = watch(page);
  const id = `near-${info.testId.slice(-12)}`;
  const small = smallHouse();
  // Nothing open above, nobody drills studs through a box: the next bay takes a strip of wall.
  const house = {
    ...small,
    id,
    rooms: small.rooms.map((r) => ({ ...r, above: { ...r.above, kind: 'finished' as const } })),
    points: small.points.map((p) => (p.id === 'r2' ? outlet('r2', 84) : p)),
  };
  const { job } = bundle(small, [wanted(98)]);
  await page.request.post('/api/houses', { data: house });
  await page.request.post('/api/jobs', {
    data: {
      ...job,
      id: `${id}-job`,
      houseId: id,
      preferences: { ...job.preferences, lacks: ['flexible-bit'] },
    },
  });
  await page.goto(`/houses/${id}/jobs/${id}-job/want`);
  const told = page.getByRole('status').filter({ hasText: 'much easier' });
  await expect(told).toContainText('new 1 would be much easier 10 in to the left');
  await told.getByRole('button', { name: 'Put it there' }).click();
  await expect(told).toHaveCount(0);
  await expect(page.getByLabel('From left corner').first()).toHaveValue(/^7' 4"|88 in/);
  await saved(page);
  quiet();
});

test('another way than the one shown: ruled out here, the rest is searched anew, and allowed again', async ({
  page,
}) => {
  const quiet = watch(page);
  await page.goto(`${KEYBOARD}/run`);
  const way = page.getByRole('heading', { name: 'Cable route' }).locator('..');
  await expect(way).toContainText('over the attic');
  await page
    .getByRole('button', { name: /Rule out: In the attic/ })
    .first()
    .click();
  await page.getByRole('menuitem', { name: /Rule out everywhere: run through the attic/ }).click();
  await expect(way).not.toContainText('over the attic');
  await page.getByRole('button', { name: 'Allow again: run through the attic' }).click();
  await expect(way).toContainText('over the attic');
  await saved(page);
  quiet();
});

test('the sheets: joist plan, house cut open and walls, as SVG and DXF; holes are found from the other side', async ({
  page,
}) => {
  const quiet = watch(page);
  await page.goto(`${KEYBOARD}/run`);
  const sheets = page.getByRole('region', { name: 'Sheets' });
  await expect(sheets.getByRole('img', { name: /Above the ceiling/ })).toBeVisible();
  await choose(page, 'Sheet', 'The house, cut open');
  await expect(sheets.getByRole('img', { name: /The house, cut open/ })).toBeVisible();
  for (const [button, word] of [
    ['SVG', '<svg'],
    ['DXF', 'LWPOLYLINE'],
  ] as const) {
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      sheets.getByRole('button', { name: button, exact: true }).click(),
    ]);
    expect(readFileSync(await file.path(), 'utf8')).toContain(word);
  }
  const transfer = page.getByText(/From above: .*sure to land there/).first();
  await transfer.click();
  await expect(page.getByRole('img', { name: /Hole from above/ }).first()).toBeVisible();
  quiet();
});

test('weights move the plan, and a tool that is lacking takes its ways away', async ({ page }) => {
  const quiet = watch(page);
  // A house of its own: what others did to theirs decides which way is best.
  const house = { ...demoHouses()[0]!, id: HouseId.parse('weights'), name: 'Weights' };
  await page.request.post('/api/houses', { data: house });
  await page.request.post('/api/jobs', {
    data: { ...demoJobs()[0]!, id: JobId.parse('weights'), houseId: house.id, name: 'Weights' },
  });
  const own = '/houses/weights/jobs/weights';
  await page.goto(`${own}/tap`);
  await expect(page.getByRole('heading', { name: /through the wall|over the attic/ }).first()).toBeVisible();
  await page.getByRole('button', { name: 'Job preferences' }).click();
  const attic = page.getByRole('slider', { name: 'Less attic' });
  await attic.focus();
  for (let i = 0; i < 6; i++) await attic.press('ArrowRight');
  await page.getByRole('button', { name: 'Close' }).click();
  await saved(page);
  await page.goto(`${own}/run`);
  // With the bit there is a hole that only it can drill; without it the plan does without.
  const hole = page.getByText(/Through the box opening, drill/);
  await expect(hole.first()).toBeVisible();
  await page.getByRole('button', { name: 'Job preferences' }).click();
  await page.getByLabel('flexible bit').uncheck();
  await page.getByRole('button', { name: 'Close' }).click();
  await saved(page);
  await expect(hole).toHaveCount(0);
  await page.getByRole('button', { name: 'Job preferences' }).click();
  await page.getByLabel('flexible bit').check();
  await page.getByRole('button', { name: 'Close' }).click();
  await saved(page);
  await expect(hole.first()).toBeVisible();
  quiet();
});

test('a light in the middle of the ceiling, and a device replaced and left out again', async ({ page }) => {
  const quiet = watch(page);
  await page.goto(`${KEYBOARD}/want`);
  await page.getByRole('button', { name: 'Place a light' }).click();
  await page.getByRole('button', { name: 'Middle of the ceiling' }).click();
  // L1 hangs in the middle already.
  const light = page.getByRole('article').filter({ hasText: 'Moved off center to clear what hangs there' });
  await expect(light).toBeVisible();
  await page.getByRole('button', { name: 'Replace, enlarge, move or retire what is there' }).click();
  const changes = page.getByRole('region', { name: 'Changes to what is there' });
  await changes.getByRole('button', { name: 'Add this change' }).click();
  await expect(page.getByText(/Replace the device at .* with a GFCI receptacle/)).toBeVisible();
  await changes.getByRole('button', { name: /Delete: Replace/ }).click();
  await expect(page.getByText(/Replace the device at/)).toHaveCount(0);
  await page
    .locator('.want-item')
    .filter({ has: light })
    .getByRole('button', { name: /^Delete new/ })
    .click();
  await saved(page);
  quiet();
});

test('two ways are compared, one is kept in the list, and it can be let go again', async ({ page }) => {
  const quiet = watch(page);
  await page.goto(`${KEYBOARD}/tap`);
  await expect(page.locator('.option').first().getByText('Parts')).toBeVisible();
  await page.getByRole('button', { name: 'Compare two of them' }).click();
  const compare = page.getByRole('region', { name: 'Two ways compared' });
  await expect(compare.getByRole('row', { name: /^Cable/ })).toContainText(/more|less|about the same/);
  await choose(page, 'Against this', /opening the wall/);
  await expect(compare.getByRole('row', { name: /^Wall opened/ })).toContainText('ft²');
  const keep = page.getByRole('button', { name: 'Pin', exact: true });
  const before = await keep.count();
  await keep.last().click();
  await expect(page.getByRole('button', { name: 'Pinned' })).toHaveCount(1);
  await saved(page);
  await page.reload();
  await page.getByRole('button', { name: 'Pinned' }).click();
  await expect(keep).toHaveCount(before);
  await saved(page);
  quiet();
});

test('a decision against a check stays in sight with its reason, and is taken back', async ({ page }) => {
  const quiet = watch(page);
  await page.goto(`${KEYBOARD}/tap`);
  const first = page.locator('.check').filter({ has: page.getByRole('button', { name: 'Override' }) });
  const says = (await first.first().getByRole('heading').textContent()) ?? '';
  const check = page.locator('.check', { has: page.getByRole('heading', { name: says, exact: true }) });
  await check.getByRole('button', { name: 'Override' }).click();
  const go = check.getByRole('button', { name: 'Go on, with this reason' });
  await check.getByLabel('Reason').fill('The ring is on its way');
  await expect(go).toBeDisabled();
  await choose(page, 'Who or what says so', 'My own decision');
  await go.click();
  await expect(check).toContainText('Overridden');
  await expect(check).toContainText('Your reason: My own decision: The ring is on its way');
  await saved(page);
  await page.goto(`${KEYBOARD}/do`);
  await expect(page.getByRole('region', { name: 'Overridden checks' })).toContainText(
    'The ring is on its way',
  );
  await page.goto(`${KEYBOARD}/tap`);
  await check.getByRole('button', { name: 'Undo override' }).click();
  await expect(check).toContainText('Fix');
  await saved(page);
  quiet();
});

test('a door entered in one room is there in the room behind', async ({ page }, info) => {
  const quiet = watch(page);
  await emptyHouse(page, `faces-${info.testId.slice(-12)}`);
  await sketch(page, `Front 12' x 10'`);
  await page.locator('#tape-input').fill('d 30 60');
  await page.locator('#tape-input').press('Enter');
  await page.getByLabel('Another room').fill(`Back 12' x 10'`);
  await choose(page, 'Next to', 'behind the north wall of Front');
  await page.getByRole('button', { name: 'Add room' }).click();
  await page.getByRole('button', { name: /^South/ }).click();
  await expect(
    page.getByText(/from the other side \(Front, north wall\).*door from 84 in to 114 in/),
  ).toBeVisible();
  await saved(page);
  quiet();
});

test('a room dragged near another shares its wall, and undo puts it back', async ({ page }, info) => {
  const quiet = watch(page);
  const id = `drag-${info.testId.slice(-12)}`;
  await page.request.post('/api/houses', {
    data: {
      ...makeHouse(id, 'Sedge End 5'),
      rooms: [
        makeRoom('one', 'One', 'bedroom', feet(12), feet(10)),
        makeRoom('two', 'Two', 'hall', feet(8), feet(10), { place: { xMm: feet(16), yMm: feet(1) } }),
      ],
    },
  });
  await page.goto(`/houses/${id}/rooms`);
  const plan = page.getByRole('region', { name: 'Floor plan' });
  const [one, two] = await Promise.all(
    ['One', 'Two'].map((name) =>
      plan
        .getByRole('button', { name: `${name}; arrow` })
        .locator('path')
        .boundingBox(),
    ),
  );
  if (!one || !two) throw new Error('the plan is not drawn');
  const [x, y] = [two.x + two.width / 2, two.y + two.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + (one.x + one.width - two.x) + 8, y - 4, { steps: 6 });
  await expect(plan.getByText('Shares the east wall of One')).toBeVisible();
  await page.mouse.up();
  await saved(page);
  const placeOf = async () => {
    const body = (await (await page.request.get(`/api/houses/${id}`)).json()) as {
      document: { rooms: { place: { xMm: number; yMm: number } }[] };
    };
    return body.document.rooms[1]!.place;
  };
  // 12 ft, a stud of 3-1/2 in and two boards of 1/2 in; corner to corner.
  expect((await placeOf()).xMm).toBeCloseTo(feet(12) + 4.5 * 25.4, 3);
  expect((await placeOf()).yMm).toBeCloseTo(0, 3);
  await page.getByRole('button', { name: 'Undo' }).click();
  await saved(page);
  expect((await placeOf()).xMm).toBeCloseTo(feet(16), 3);
  quiet();
});

test('what lies on a wall, hangs before it and is plugged in decides: checks, steps, bill', async ({
  page,
}) => {
  const quiet = watch(page);
  await page.goto('/houses/tamarack/rooms');
  await page.getByRole('button', { name: /^East 5 readings/ }).click();
  await page.getByRole('button', { name: 'Add tile or paneling' }).click();
  await page.getByLabel('comes down for the work').check();
  await page.getByLabel('planned').uncheck();
  await saved(page);
  await page.goto(`${KEYBOARD}/want`);
  await openFine(page);
  await expect(page.getByRole('heading', { name: /Tile will stand .* proud of new 1/ })).toBeVisible();
  await page.locator('.want-row-button').filter({ hasText: 'Stage keyboard' }).click();
  await choose(page, 'Where Stage keyboard is', /^at: /);
  await page.getByLabel('Cord of Stage keyboard').fill("6' 0");
  await page.getByLabel('Cord of Stage keyboard').press('Enter');
  await expect(page.getByRole('heading', { name: 'The cord of Stage keyboard reaches' })).toBeVisible();
  await saved(page);
  await page.goto(`${KEYBOARD}/do`);
  await expect(page.getByText(/^Take down /).first()).toBeVisible();
  quiet();
});

test('a row of lights on a ceiling, and a question answered in words', async ({ page }) => {
  const quiet = watch(page);
  await page.goto(`${KEYBOARD}/want`);
  await page.getByRole('button', { name: 'Place a light' }).click();
  await page.getByRole('button', { name: 'Middle of the ceiling' }).click();
  await page.getByLabel('a long one, or a row of them').first().check();
  // Back over the light that hangs there.
  const out = page.getByLabel('Out from first wall').first();
  await out.fill('69');
  await out.press('Enter');
  const question = page.locator('.check', {
    has: page.getByRole('heading', { name: /hangs over the box of L1/ }),
  });
  await question.getByRole('button', { name: 'I checked' }).click();
  await question.getByLabel('Reason').fill('Two screws and it is down');
  await question.getByRole('button', { name: 'Go on, with this reason' }).click();
  await expect(question).toContainText('Overridden');
  await page.getByLabel('In a row').first().fill('6');
  await page.getByLabel('In a row').first().press('Enter');
  await expect(
    page.getByRole('heading', { name: '6 in a row on one feed; the manufacturer allows 4' }),
  ).toBeVisible();
  await saved(page);
  quiet();
});

test('a stud is read off a photo that is pinned to the wall by four measured points', async ({ page }) => {
  const quiet = watch(page);
  await page.goto('/houses/tamarack/rooms');
  await page.getByRole('button', { name: /^North/ }).click();
  await page.getByRole('button', { name: 'Read studs from a photo' }).click();
  const dialog = page.getByRole('dialog', { name: /Read the north wall from a photo/ });
  // A wall seen straight on, ten pixels an inch.
  const picture = await page.evaluate(() => {
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [1200, 900];
    const pen = canvas.getContext('2d')!;
    pen.fillStyle = '#eee';
    pen.fillRect(0, 0, 1200, 900);
    pen.fillStyle = '#b96';
    pen.fillRect(745, 0, 15, 900);
    return canvas.toDataURL('image/png').slice('data:image/png;base64,'.length);
  });
  const file = dialog.locator('input[type=file]');
  await file.setInputFiles({ name: 'notes.txt', mimeType: 'image/png', buffer: Buffer.from('no picture') });
  await expect(dialog.getByRole('alert')).toHaveText(/isn’t a picture/);
  await file.setInputFiles({
    name: 'wall.png',
    mimeType: 'image/png',
    buffer: Buffer.from(picture, 'base64'),
  });
  const area = dialog.getByRole('img', { name: 'Points on the picture' });
  await expect(area).toBeVisible();
  await expect(dialog.getByText('4 more known points are needed')).toBeVisible();
  // The window grows as it opens: where to click is only known once it stands still.
  await area.click({ trial: true });
  const put = async (x: number, y: number) => {
    const box = await area.boundingBox();
    if (!box) throw new Error('no picture');
    await area.click({ position: { x: (x * box.width) / 1200, y: (y * box.height) / 900 } });
  };
  const pins = [
    [100, 800, '10', '10'],
    [1000, 800, '100', '10'],
    [1000, 100, '100', '80'],
    [100, 100, '10', '80'],
  ] as const;
  for (const [x, y] of pins) await put(x, y);
  for (const [i, [, , along, up]] of pins.entries()) {
    await dialog.getByLabel(`Point ${i + 1}, from the left corner`).fill(along);
    await dialog.getByLabel(`Point ${i + 1}, above the floor`).fill(up);
    await dialog.getByLabel(`Point ${i + 1}, above the floor`).press('Enter');
  }
  await dialog.getByText('Center of a stud').click();
  await put(752.5, 450);
  await expect(dialog.getByText(/stud at 75/)).toBeVisible();
  // A cable that is seen goes from one click to the next.
  await dialog.getByText('A cable: both ends').click();
  await put(200, 500);
  await expect(dialog.getByText(/click its other end/)).toBeVisible();
  await put(700, 500);
  await expect(dialog.getByText(/cable at 20 .* to 70/)).toBeVisible();
  await dialog.getByRole('button', { name: 'Use 2' }).click();
  await expect(page.getByRole('row', { name: /photo.*75/ })).toBeVisible();
  await expect(page.getByText('1 thing', { exact: false }).first()).toBeVisible();
  // Opened again, the picture and the points that were typed are still there, and nothing is taken twice.
  await page.getByRole('button', { name: 'Read studs from a photo' }).click();
  await expect(dialog.getByLabel('Point 2, from the left corner')).toHaveValue(/100/);
  await expect(dialog.getByRole('button', { name: 'Use' })).toBeDisabled();
  await dialog.getByRole('button', { name: 'Cancel' }).click();
  await saved(page);
  // They are kept with the wall: the server has the picture, and another visit measures by it.
  await page.reload();
  await page.getByRole('button', { name: /^North/ }).click();
  await page.getByRole('button', { name: 'Read studs from a photo' }).click();
  await expect(area).toBeVisible();
  await expect(dialog.getByRole('img', { name: /photographed/ })).toHaveAttribute(
    'src',
    /^\/api\/houses\/tamarack\/photos\//,
  );
  await area.click({ trial: true });
  await dialog.getByText('Center of a stud').click();
  await put(352.5, 450);
  await expect(dialog.getByText(/stud at 35/)).toBeVisible();
  await dialog.getByRole('button', { name: 'Cancel' }).click();
  quiet();
});

test('a fan and its light on two switches of one box, each conductor on its own switch', async ({
  page,
}, info) => {
  const quiet = watch(page);
  const id = `fan-${info.testId.slice(-12)}`;
  const house = (await (await page.request.get('/api/houses/tamarack')).json()) as { document: object };
  await page.request.post('/api/houses', { data: { ...house.document, id } });
  const job = (await (await page.request.get('/api/jobs/aquarium')).json()) as { document: object };
  const common = { loads: [], note: '', control: { by: 'always' } };
  const wants = [
    {
      ...common,
      id: 's',
      label: 'pair',
      kind: 'switch',
      devices: [{ kind: 'switch' }, { kind: 'switch' }],
      at: { on: 'wall', wallId: 'music-w1', xMm: 72 * 25.4, heightMm: 48 * 25.4 },
    },
    {
      ...common,
      id: 'f',
      label: 'fan',
      kind: 'fan',
      devices: [{ kind: 'fan' }],
      at: { on: 'ceiling', roomId: 'music', xMm: 1800, yMm: 1500 },
    },
  ];
  await page.request.post('/api/jobs', {
    data: { ...job.document, id, houseId: id, name: 'Ceiling fan', wants, log: [], readings: [] },
  });
  // The survey knows several devices in one box, and which switch a conductor belongs to.
  await page.goto(`/houses/${id}/points`);
  await page.getByRole('button', { name: 'S1', exact: true }).click();
  const sheet = page.getByRole('region', { name: 'All about S1' });
  await sheet.getByRole('button', { name: 'Add another device' }).click();
  await expect(sheet.getByRole('group', { name: 'Device 2' })).toBeVisible();
  await choose(page, 'Switched by', 'S1, switch 2');
  await saved(page);
  await page.goto(`/houses/${id}/jobs/${id}/want`);
  const fan = page.getByRole('article', { name: 'fan' });
  await page.locator('.want-row-button').filter({ hasText: 'fan' }).click();
  await fan.getByRole('combobox', { name: 'Switched by' }).click();
  await page.getByTitle('pair, switch 1').click();
  await fan.getByRole('combobox', { name: 'Its light' }).click();
  await page.getByTitle('switch 2', { exact: true }).click();
  await saved(page);
  await page.getByRole('link', { name: /Wire/ }).click();
  // The page before stays until this one is there, and it has a fan of its own on the strip.
  await page.getByRole('group', { name: 'Boxes' }).getByRole('button', { name: /^fan/ }).click();
  await expect(page.getByText(/blue lead \(light\)/).first()).toBeAttached();
  await page.getByRole('link', { name: /Buy/ }).click();
  await expect(page.getByText(/NM-B 14-[34] with ground/).first()).toBeVisible();
  quiet();
});

test('a thing on the strip is asked there what should become of it', async ({ page }) => {
  const quiet = watch(page);
  await page.goto(`${KEYBOARD}/want`);
  const checks = page.getByRole('complementary', { name: 'Checks' });
  const r2 = page.getByRole('button', { name: /^R2,/ });
  await r2.click();
  const menu = page.getByRole('menu', { name: 'What should become of R2?' });
  await expect(menu.getByRole('menuitem').first()).toBeFocused();
  expect(await faults(page)).toEqual([]);
  // The command that has the focus shows what it would do; Escape leaves everything as it was.
  await page.keyboard.press('End');
  await expect(menu.getByRole('menuitem', { name: 'Take it out of use' })).toBeFocused();
  await page.keyboard.press('Escape');
  await expect(menu).toHaveCount(0);
  await expect(r2).toBeFocused();
  await expect(page.locator('[data-save]')).toHaveAttribute('data-save', 'saved');
  // By keys: the third is a GFCI in its place.
  await page.keyboard.press('Enter');
  await expect(menu.getByRole('menuitem').first()).toBeFocused();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await expect(menu.getByRole('menuitem', { name: 'Replace it with a GFCI receptacle' })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(menu).toHaveCount(0);
  await page.getByRole('button', { name: 'Replace, enlarge, move or retire what is there' }).click();
  await expect(page.getByText(/Replace the device at R2 with a GFCI receptacle/)).toBeVisible();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByText(/Replace the device at R2/)).toHaveCount(0);
  await expect(checks).toBeVisible();
  await saved(page);
  quiet();
});

test('what only a look tells is one walk through the house, with its answers to tap', async ({ page }) => {
  const quiet = watch(page);
  // A house of its own: what others looked at in theirs is no question any more.
  const house = { ...demoHouses()[0]!, id: HouseId.parse('look-walk') };
  const job = { ...demoJobs()[0]!, id: JobId.parse('look-walk-job'), houseId: house.id };
  await page.request.post('/api/houses', { data: house });
  await page.request.post('/api/jobs', { data: job });
  await page.goto('/houses/look-walk/jobs/look-walk-job/want');
  const ask = page.getByRole('button', { name: /^Look list: / });
  const before = Number(/\d+/.exec((await ask.textContent()) ?? '')?.[0]);
  expect(before).toBeGreaterThan(0);
  await ask.click();
  const list = page.getByRole('dialog', { name: 'Look list' });
  await expect(list.locator('.look-picture')).toHaveCount(before);
  expect(await faults(page)).toEqual([]);
  await list.getByRole('button', { name: 'I looked: 14 AWG' }).first().click();
  await expect(list.getByText('1 answer; last: I looked: 14 AWG.')).toBeVisible();
  await expect(list.locator('.look-picture')).toHaveCount(before - 1);
  await list.getByRole('button', { name: 'Undo' }).click();
  await expect(list.locator('.look-picture')).toHaveCount(before);
  // On paper it is a sheet of its own.
  await list.getByRole('button', { name: 'Print' }).click();
  const print = page.getByRole('dialog', { name: 'Print' });
  await expect(print.getByRole('checkbox', { name: /^Look list/ })).toBeChecked();
  await expect(print.getByRole('checkbox', { name: /^Job sheet/ })).not.toBeChecked();
  await saved(page);
  quiet();
});

test('a copied room and a copied box are there at once, not yet looked into', async ({ page }, info) => {
  const quiet = watch(page);
  await emptyHouse(page, `copy-${info.testId.slice(-12)}`);
  await sketch(page, `Front bedroom 12' x 10'`);
  await page.locator('#tape-input').fill('d 30 60 o 100@16 m 16 32');
  await page.locator('#tape-input').press('Enter');
  await unfold(page, 'room');
  await page.getByRole('button', { name: 'Copy room' }).click();
  const rooms = page.getByRole('navigation', { name: 'Rooms' });
  await expect(rooms.getByRole('button', { name: /^Front bedroom 2/ })).toHaveAttribute(
    'aria-current',
    'true',
  );
  await expect(page.getByRole('button', { name: /^North no readings/ })).toBeVisible();
  await page.getByRole('link', { name: 'Outlets and cables' }).click();
  await page.getByRole('button', { name: 'Copy', exact: true }).click();
  const copy = page.getByRole('region', { name: 'All about R2' });
  await expect(copy.getByTitle('Not opened yet')).toBeVisible();
  await expect(copy.getByRole('img', { name: /^R2 with the cover off: no cable entered/ })).toBeVisible();
  await saved(page);
  quiet();
});
