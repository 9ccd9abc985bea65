import { afterAll, beforeAll, expect, it } from 'vitest';
import { openDatabase, type Db } from '../../src/lib/server/db/open';
import { changePlan } from '../../src/lib/server/jobs/plan-changes';
import { importJob } from '../../src/lib/server/jobs/import-job';
import { exportJob } from '../../src/lib/server/jobs/job-file';
import { keepPhoto, MOST_PHOTO_BYTES, pictureOf, readPhoto } from '../../src/lib/server/jobs/photos';
import { LEGENDS } from '../../src/core/wiring/legend';
import { GENERIC_CABLES } from '../../src/core/wiring/parts';
import { demoCopy } from '../support/job';
import { refusal } from '../support/refusal';
import { PIXEL } from '../support/pixel';

let db: Db;
beforeAll(async () => {
  db = await openDatabase(':memory:');
  await importJob(db, demoCopy('station'));
});
afterAll(() => db.destroy());

const ID = '0a6f3c1e-5b7d-4c2a-9f10-3f1f6a1b2c3d';

it('keeps a legend and a cable, and exports them with the job, byte for byte', async () => {
  const legend = { ...LEGENDS[0]!, id: 'grey', name: 'Grey jack' };
  const box = { id: 'box-7', name: 'Box 7', kind: 'cable', lot: 'L7', cable: GENERIC_CABLES[0]!.spec };
  await changePlan(db, 'station', { put: { legends: [legend], parts: [box] } });
  const file = (await exportJob(db, 'station'))!;
  expect(JSON.parse(file)).toMatchObject({ legends: [legend] });
  const other = await openDatabase(':memory:');
  await importJob(other, JSON.parse(file));
  expect(await exportJob(other, 'station')).toBe(file);
  await other.destroy();
});

it('refuses a legend with a contact twice and a jacket of 66 mm, each with its place', async () => {
  const twice = { ...LEGENDS[0]!, id: 'x', contacts: ['1', '1', '2', '3', '4', '5', '6', '7'] };
  const legends = { put: { legends: [twice] } };
  expect((await refusal(changePlan(db, 'station', legends))).issues[0]).toEqual({
    path: 'put.legends.0.contacts',
    message: 'Every contact has to stand in a legend once.',
  });
  const cable = { ...GENERIC_CABLES[0]!.spec, jacketMm: 66 };
  const thick = await refusal(
    changePlan(db, 'station', { put: { parts: [{ id: 'y', name: 'y', kind: 'cable', cable }] } }),
  );
  expect(thick.issues[0]).toMatchObject({ path: 'put.parts.0.cable.jacketMm' });
  expect(thick.issues[0]!.message).toContain('Did you mean 6.6?');
});

it('keeps a picture once, whatever it is called, and gives it back as it came', async () => {
  await keepPhoto(db, 'station', ID, PIXEL);
  await keepPhoto(db, 'station', ID, PIXEL);
  const kept = (await readPhoto(db, 'station', ID))!;
  expect(kept.type).toBe('image/png');
  expect(Buffer.from(kept.bytes).equals(PIXEL)).toBe(true);
});

it('refuses what is no picture by its content, and what is too large', async () => {
  for (const bytes of [
    Buffer.from('GIF of nothing'),
    Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>'),
    Buffer.alloc(0),
    Buffer.from([0xff, 0xd8, 0xff, 0xe0, 0x00]),
  ])
    expect((await refusal(keepPhoto(db, 'station', ID, bytes))).message).toContain('not a picture');
  expect(() => pictureOf(Buffer.alloc(MOST_PHOTO_BYTES + 1))).toThrow('larger than 4 MB');
  expect((await refusal(keepPhoto(db, 'station', 'my photo', PIXEL))).message).toContain('UUID');
});
