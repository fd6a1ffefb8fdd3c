import { expect } from '@playwright/test';
import { demoJobs } from '@elwand/core/demo';
import { saved, test, watch } from './help.ts';

test('a light on a dimmer is asked for its lamps, and the dimmer is bought for them', async ({
  page,
}, info) => {
  const quiet = watch(page);
  const id = `dimmer-${info.testId.slice(-12)}`;
  const [demo] = demoJobs();
  const [first] = demo!.wants;
  const common = { loads: [], note: '' };
  const wants = [
    {
      ...common,
      id: 'ws',
      label: 'new 1',
      kind: 'switch',
      at: { ...first!.at, heightMm: 1219 },
      devices: [{ kind: 'dimmer' }, { kind: 'switch' }],
      control: { by: 'always' },
    },
    {
      ...common,
      id: 'wl',
      label: 'new 2',
      kind: 'luminaire',
      at: { on: 'ceiling', roomId: 'music', xMm: 1500, yMm: 1500 },
      devices: [{ kind: 'luminaire' }],
      control: { by: 'want', wantId: 'ws' },
    },
  ];
  const made = await page.request.post('/api/jobs', { data: { ...demo, id, name: 'Dimmer', wants } });
  expect(made.status()).toBe(201);
  await page.goto(`/houses/tamarack/jobs/${id}/want`);
  // Its row says what it is live by, of two switches in one box which.
  await expect(page.getByRole('button', { name: /^new 2.*new 1, switch 1/ })).toBeVisible();
  const checks = page.getByRole('complementary', { name: 'Checks' });
  await checks.getByRole('button', { name: 'new 2 has LED lamps' }).click();
  await expect(
    checks.getByRole('heading', { name: /How many watts do the lights on new 1 draw/ }),
  ).toBeVisible();
  const dimmerFor = page.getByLabel('Dimmer for');
  await dimmerFor.click();
  await page.getByRole('option', { name: 'incandescent or halogen lamps' }).click();
  await expect(checks.getByRole('heading', { name: /is a dimmer for incandescent/ })).toBeVisible();
  await checks.getByRole('button', { name: 'Use a dimmer for LED lamps at new 1' }).click();
  await saved(page);
  await page.goto(`/houses/tamarack/jobs/${id}/buy`);
  await expect(page.getByText('Dimmer, LED')).toBeVisible();
  quiet();
});
