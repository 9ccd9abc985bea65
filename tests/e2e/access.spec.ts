import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { choose, kept, ready } from '../support/page';

// Keys of a device want a name, and this machine's own one is taken for a secure page.
const base = `http://localhost:${Number(process.env.TEST_PORT ?? 4859) + 1}`;
test.use({ baseURL: base, storageState: { cookies: [], origins: [] } });

const clean = async (page: Page) =>
  expect((await new AxeBuilder({ page }).analyze()).violations.map((v) => v.id)).toEqual([]);

test(
  'the first device by the printed code, a second by a code that is scanned, signed out again; and a key',
  { tag: '@laptop' },
  async ({ page, browser }) => {
    await page.goto('/');
    await expect(page).toHaveURL(/\/enter/);
    await ready(page);
    await clean(page);
    await page.getByLabel('code').fill('nope-nope');
    await page.getByLabel(/your name/).fill('Ines Rask');
    await page.getByRole('button', { name: 'Let me in' }).click();
    await expect(page.getByRole('alert')).toContainText('This code lets nobody in');
    await page.getByLabel('code').fill('frst 2345');
    await page.getByRole('button', { name: 'Let me in' }).click();
    await expect(page.getByText('There is no job here yet')).toBeVisible();
    const demo = JSON.parse(readFileSync('demo/skerry-point.json', 'utf8')) as object;
    expect(
      (await page.request.post('/api/jobs/import', { data: demo, headers: { origin: base } })).status(),
    ).toBe(201);

    await page.goto('/people');
    await ready(page);
    await page.getByLabel(/let in, by the name/).fill('Bo Tarn');
    await page.getByRole('button', { name: 'Show a code' }).click();
    const code = (await page.getByTestId('code').textContent())!;
    await expect(page.getByRole('img', { name: /QR code that opens/ })).toBeVisible();
    await clean(page);

    const phone = await (
      await browser.newContext({ baseURL: base, viewport: { width: 390, height: 664 }, hasTouch: true })
    ).newPage();
    // What the code on the screen opens, with where one was headed.
    await phone.goto(`/enter?then=/skerry-point/prove/K1-20#${code}`);
    await ready(phone);
    await expect(phone.getByLabel('code')).toHaveValue(code);
    await phone.getByRole('button', { name: 'Let me in' }).click();
    await expect(phone).toHaveURL(/\/skerry-point\/prove\/K1-20/);
    // Who the device is let in as is who works on it, until somebody says otherwise.
    await expect(phone.getByRole('button', { name: /^Who you are: Bo Tarn/ })).toBeVisible();
    await phone.getByRole('button', { name: /^Lamps/ }).click();
    await phone.getByRole('button', { name: /^Who you are/ }).click();
    const who = phone.getByRole('dialog', { name: 'Who are you?' });
    await expect(who.getByText('This device is let in as Bo Tarn')).toBeVisible();
    await who.getByRole('button', { name: /^Ines Rask/ }).click();
    // What the one before had in the hand is not hers.
    await phone.getByRole('button', { name: /^Lamps/ }).click();
    await expect(phone.locator('[data-armed=true]')).toBeVisible();
    await phone.getByRole('button', { name: /^All eight good/ }).click();
    await kept(phone);
    await phone.goto('/skerry-point/history');
    await expect(phone.getByText('(entered by Bo Tarn)').first()).toBeVisible();

    // A client is let in to read this job: they see how it stands, and none of the crew's screens.
    await page.reload();
    await ready(page);
    await page.getByLabel(/let in, by the name/).fill('Sella Orr');
    await choose(page.getByRole('combobox', { name: 'as' }), 'client');
    await page.getByRole('button', { name: 'Show a code' }).click();
    const read = (await page.getByTestId('code').textContent())!;
    const client = await (await browser.newContext({ baseURL: base })).newPage();
    await client.goto(`/enter#${read}`);
    await ready(client);
    await client.getByRole('button', { name: 'Let me in' }).click();
    await expect(client).toHaveURL(/\/view\/job\/skerry-point/);
    await expect(client.getByRole('link', { name: 'The whole record, as PDF' })).toBeVisible();
    await expect(client.getByText('K1-20')).toBeVisible();
    await clean(client);
    await client.goto('/skerry-point/prove/K1-20');
    await expect(client).toHaveURL(/\/view\/job\/skerry-point/);
    await expect(client.getByRole('button', { name: /^All eight good/ })).toHaveCount(0);
    await client.goto('/view/job/another-job');
    await expect(client.getByRole('alert')).toContainText('another-job');

    await page.reload();
    await ready(page);
    const bo = page.getByRole('listitem', { name: 'Bo Tarn' });
    await bo.getByRole('button', { name: 'sign this device out' }).click();
    await bo.getByRole('button', { name: 'Yes, sign this device out' }).click();
    await expect(bo.getByText('no device')).toBeVisible();
    await page.getByText('What happened: who came in').click();
    const happened = page.getByRole('list', { name: 'What happened' });
    await expect(happened).toContainText('A device of Bo Tarn was signed out, by Ines Rask');
    await expect(happened).toContainText('A code was tried and refused');
    await clean(page);
    await phone.goto('/skerry-point/rack');
    await expect(phone).toHaveURL(/\/enter\?then=/);
    await expect(phone.getByText('This device is not let in yet')).toBeVisible();

    // The first device gets a key, is signed out, and lets itself in again.
    const keys = await page.context().newCDPSession(page);
    await keys.send('WebAuthn.enable');
    await keys.send('WebAuthn.addVirtualAuthenticator', {
      options: { protocol: 'ctap2', transport: 'internal', hasResidentKey: true, hasUserVerification: true, isUserVerified: true, automaticPresenceSimulation: true }, // prettier-ignore
    });
    await page.getByRole('button', { name: 'Make a key on this device' }).click();
    await expect(page.getByRole('status')).toContainText('This device has a key now');
    await page.getByRole('button', { name: 'Sign this device out', exact: true }).click();
    await page.getByRole('button', { name: /^Yes: it needs a new code/ }).click();
    await expect(page).toHaveURL(/\/enter/);
    await page.getByRole('button', { name: /this device.s key/ }).click();
    await expect(page).toHaveURL(/\/skerry-point\/rack/);
  },
);
