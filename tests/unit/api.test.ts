import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { leadUnsaid } from '../../src/core/formats/diagnose';
import { POST as diagnose } from '../../src/routes/api/diagnose/+server';
import { POST as simulate } from '../../src/routes/api/simulate/+server';
import { diagnosisEngine } from '../../src/lib/server/engine';

type Handler = (event: never) => Promise<Response> | Response;
const post = async (handler: Handler, body: unknown, raw = false) => {
  const request = new Request('http://localhost/api', {
    method: 'POST',
    body: raw ? (body as string) : JSON.stringify(body),
  });
  const response = await handler({ request } as never);
  return {
    status: response.status,
    body: (await response.json()) as {
      error?: { message: string; issues: { path: string; message: string }[] };
      [k: string]: unknown;
    },
  };
};
const example = {
  link: {
    head: { connector: 'jack', scheme: 'T568B' },
    tail: { connector: 'plug', scheme: 'T568B' },
    ordered: 'straight',
    shielded: false,
    lengthMetres: 31.4,
  },
  reading: { walk: '1 2 3 - 5 6 7 8', splits: [], distances: [{ contact: '4', from: 'head', metres: 0.2 }] },
  standingAt: 'head',
  knowledge: {
    looked: [{ end: 'head', contact: '3', conductor: 'WG', open: false, bridged: false }],
    readBack: ['head'],
    redone: ['tail'],
  },
  costs: { look: 0.5, walk: 4, prove: 1, redoPlug: 4, redoJack: 5, repunch: 1.5, repull: 90 },
};
const copper = {
  seats: { '1': 'WO', '2': 'O', '3': 'WG', '4': 'BL', '5': 'WBL', '6': 'G', '7': 'WBR', '8': 'BR' },
  open: [],
  bridges: [],
};

beforeAll(() => {
  for (const head of ['plug', 'jack'] as const)
    for (const tail of ['plug', 'jack'] as const)
      diagnosisEngine().prepare({
        link: {
          head: { connector: head, scheme: 'T568B' },
          tail: { connector: tail, scheme: 'T568B' },
          ordered: 'straight',
          shielded: false,
        },
        leads: { head: leadUnsaid(head), tail: leadUnsaid(tail) },
      });
});

describe('POST /api/diagnose', () => {
  it('answers a reading with verdict, faults, explanations and what is next', async () => {
    const { status, body } = await post(diagnose, example);
    expect(status).toBe(200);
    expect(body).toMatchObject({ verdict: 'fail', faults: [{ kind: 'open', contacts: ['4'], pair: '45' }] });
    expect((body.explanations as { mistakes: unknown }[])[0]!.mistakes).toEqual([
      { where: 'head', kind: 'missed-punch', contacts: ['4'], conductors: ['BL'] },
    ]);
  });
  it('wants only the walk and the two ends', async () => {
    const { link, reading } = example;
    const { status, body } = await post(diagnose, {
      link: { head: link.head, tail: link.tail },
      reading: { walk: reading.walk },
    });
    expect(status).toBe(200);
    expect(body.verdict).toBe('fail');
  });
  it('names what is wrong by its path', async () => {
    const wrong = async (body: unknown) => (await post(diagnose, body)).body.error!.issues.map((i) => i.path);
    expect(await wrong({ ...example, reading: { walk: '1 2 3' } })).toEqual(['reading.walk']);
    expect(
      await wrong({ ...example, reading: { walk: '1 2 3 4 5 6 7 8', splits: ['36'] }, knowledge: {} }),
    ).toEqual(['reading.splits']);
    expect(
      await wrong({ ...example, link: { ...example.link, head: { connector: 'nail', scheme: 'T568B' } } }),
    ).toEqual(['link.head.connector']);
    expect((await post(diagnose, '{"link":', true)).status).toBe(400);
    expect((await post(diagnose, { ...example, note: 'x'.repeat(70_000) })).status).toBe(413);
  });
  it('answers 200 or 400 to 5,000 random and mutated bodies', async () => {
    const paths = [
      'link',
      'link.head',
      'link.head.connector',
      'link.tail.scheme',
      'link.ordered',
      'link.shielded',
      'link.lengthMetres',
      'reading',
      'reading.walk',
      'reading.splits',
      'reading.joins',
      'reading.distances',
      'reading.from',
      'standingAt',
      'knowledge',
      'knowledge.looked',
      'knowledge.readBack',
      'knowledge.redone',
      'knowledge.repunched',
      'knowledge.swapped',
      'knowledge.checked',
      'knowledge.recent',
      'knowledge.found',
      'leads',
      'leads.head',
      'leads.tail',
      'costs',
      'costs.walk',
      'costs.open',
    ];
    const token = fc.constantFrom('-', '1', '2', '3', '4', '5', '6', '7', '8', 'S', '4+5', '1+2', '9', '1+1');
    const value = fc.oneof(
      fc.anything({ maxDepth: 2 }),
      fc.array(token, { minLength: 7, maxLength: 9 }).map((t) => t.join(' ')),
      fc.shuffledSubarray(['1', '2', '3', '4', '5', '6', '7', '8'], { minLength: 8 }).map((t) => t.join('')),
      fc.subarray(['12', '36', '45', '78']),
      fc.constantFrom('plug', 'core', 'T568A', 'crossover', 'rollover', 'proven', 'unproven', true, 0, -1, 1e308, 'tail', [], {}, null), // prettier-ignore
      fc.subarray(['head', 'tail']),
      fc.record({
        head: fc.record({ 'missed-punch': fc.nat(300) }),
        lead: fc.record({ 'lead-open': fc.nat(9) }),
      }),
      fc.array(fc.record({ walk: fc.constantFrom('1 2 3 - 5 6 7 8', '12345678', '3 6 1 4 5 2 7 8', '1 2') }), { maxLength: 4 }), // prettier-ignore
      fc.array(fc.record({ end: fc.constantFrom('head', 'tail'), contact: fc.constantFrom('1', '4', 'S') }), { maxLength: 3 }), // prettier-ignore
      fc.record({
        head: fc.array(fc.subarray(['1', '2', '3', '4', 'S'], { minLength: 2 }), { maxLength: 2 }),
        tail: fc.constant([]),
      }),
      fc.array(
        fc.record({
          contact: fc.constantFrom('1', '4', 'S'),
          from: fc.constantFrom('head', 'tail'),
          metres: fc.double({ min: 0, max: 2000, noNaN: true }),
        }),
        { maxLength: 3 },
      ),
      fc.array(
        fc.record({
          end: fc.constantFrom('head', 'tail'),
          contact: fc.constantFrom('1', '3', '4'),
          conductor: fc.constantFrom('WO', 'WG', 'BL'),
          open: fc.boolean(),
        }),
        { maxLength: 3 },
      ),
    );
    const bodies = fc
      .array(fc.tuple(fc.constantFrom(...paths), value), { minLength: 0, maxLength: 3 })
      .map((changes) => {
        const body = structuredClone(example) as Record<string, unknown>;
        for (const [path, v] of changes) {
          const keys = path.split('.');
          let at = body;
          for (const k of keys.slice(0, -1))
            at = (typeof at[k] === 'object' && at[k] !== null ? at[k] : {}) as Record<string, unknown>;
          at[keys.at(-1)!] = v;
        }
        return body;
      });
    const statuses = new Map<number, number>();
    for (const body of [...fc.sample(bodies, 4_000), ...fc.sample(fc.anything(), 1000)]) {
      let text: string | undefined;
      try {
        text = JSON.stringify(body);
      } catch {
        text = 'not json';
      }
      const { status, body: answer } = await post(diagnose, text ?? '', true);
      statuses.set(status, (statuses.get(status) ?? 0) + 1);
      if (status !== 200) expect(answer.error!.issues[0]!.message).toBeTruthy();
    }
    expect([...statuses.keys()].filter((s) => s !== 200 && s !== 400)).toEqual([]);
    expect(statuses.get(200)).toBeGreaterThan(500);
  }, 900_000);
});

describe('POST /api/simulate', () => {
  const link = { head: { connector: 'jack', scheme: 'T568B' }, tail: { connector: 'jack', scheme: 'T568B' } };
  it('gives the reading of copper, which diagnose takes as it is', async () => {
    const simulated = await post(simulate, {
      link,
      head: { ...copper, open: ['4'] },
      tail: copper,
      evidence: 'wiremap',
    });
    expect(simulated.body).toMatchObject({
      format: 'gauntlet/reading@1',
      walk: '1 2 3 - 5 6 7 8',
      splits: [],
      joins: { head: [], tail: [] },
    });
    expect((await post(diagnose, { link, reading: simulated.body })).status).toBe(200);
  });
  it('refuses copper that cannot be, and never fails (property)', async () => {
    expect(
      (await post(simulate, { link, head: { seats: { '1': 'WO', '2': 'WO' } }, tail: copper })).body.error!
        .issues[0]!.path,
    ).toBe('head.seats.2');
    await fc.assert(
      fc.asyncProperty(fc.anything({ maxDepth: 3 }), fc.anything(), async (head, cable) => {
        const { status } = await post(simulate, { link, head, tail: copper, cable });
        expect([200, 400]).toContain(status);
      }),
    );
  });
});
