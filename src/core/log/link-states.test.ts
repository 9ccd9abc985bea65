import fc from 'fast-check';
import { deflateSync, strToU8 } from 'fflate';
import { describe, expect, it } from 'vitest';
import demo from '../../../demo/skerry-point.json';
import { jobFileSchema } from '../model/job';
import { LinkStates, packStates, type PacksHead } from './link-states';
import { foldLink, TERMINATION_STATES, type LinkStatus } from './state';

const file = jobFileSchema.parse(demo);
const terms = { policy: file.job.policy, parts: file.parts };
const statuses = file.links.map((l) => foldLink(l, terms, file.entries.filter((e) => 'link' in e && e.link === l.id) as never)); // prettier-ignore

/** States as they go out: what stands before the packs, as JSON, and the packs. */
async function sent(states: readonly LinkStatus[]): Promise<{ head: PacksHead; bytes: Uint8Array }> {
  const { head, packs } = await packStates(
    states.map((s) => JSON.stringify(s)),
    (text) => Promise.resolve(deflateSync(strToU8(text))),
  );
  return {
    head: JSON.parse(JSON.stringify(head)) as PacksHead,
    bytes: Uint8Array.from(packs.flatMap((p) => [...p])),
  };
}
const read = async (states: readonly LinkStatus[]) => {
  const { head, bytes } = await sent(states);
  return LinkStates.packed(head, bytes);
};

describe('states that come packed', () => {
  it('are those of the log, each read when it is asked for', async () => {
    const packed = await read(statuses);
    for (const s of statuses) {
      expect(packed.endsOf(s.link)).toMatchObject({ head: { state: s.head.state }, tail: { state: s.tail.state } }); // prettier-ignore
      expect(packed.get(s.link)).toEqual(s);
      expect(packed.get(s.link)).toBe(packed.get(s.link));
    }
    expect(new Set(statuses.flatMap((s) => [s.head.state, s.tail.state])).size).toBeGreaterThan(4);
    expect(packed.get('nowhere')).toBeUndefined();
    expect(packed.endsOf('nowhere')).toBeUndefined();
    expect((await read([])).all()).toEqual([]);
  });
  it('are the same whatever the id and whatever else a state holds (property)', async () => {
    const state = fc.constantFrom(...TERMINATION_STATES);
    const odd = fc.oneof(fc.string({ minLength: 1 }), fc.constantFrom('","head":{"state":"proven"', '"', '\\', '},"tail":{"state":"proven"', '\n', '],[', '電', '__proto__')); // prettier-ignore
    const end = fc.record({ state, reason: odd });
    const untold = fc.option(fc.constant({ mistakes: [] }), { nil: undefined });
    const status = fc.record({ link: odd, head: end, tail: end, note: fc.oneof(odd, fc.constant('"untold":')), untold }); // prettier-ignore
    const list = fc.uniqueArray(status, { selector: (s) => s.link, maxLength: 230, size: 'max' });
    let several = 0;
    let plain = 0;
    await fc.assert(
      fc.asyncProperty(list, fc.infiniteStream(fc.nat(400)), async (list, asked) => {
        const packed = await read(list as never);
        // Asked for here and there first, then all of them.
        for (const i of asked.take(3)) {
          const s = list[i % (list.length || 1)];
          if (s) expect(packed.get(s.link)).toEqual(s);
        }
        const fresh = await read(list as never);
        for (const s of list) {
          expect(fresh.endsOf(s.link)).toMatchObject({ head: { state: s.head.state }, tail: { state: s.tail.state } }); // prettier-ignore
          expect(fresh.endsOf(s.link)!.untold !== undefined).toBe(s.untold !== undefined);
        }
        if (list.length > 100) several++;
        plain += list.filter((s) => !/[\\"]/.test(JSON.stringify(s.link).slice(1, -1))).length;
        const byLink = (all: readonly { link: string }[]) => new Map(all.map((s) => [s.link, s]));
        expect(byLink(packed.all())).toEqual(byLink(list));
      }),
    );
    expect(several).toBeGreaterThan(5);
    expect(plain).toBeGreaterThan(20);
  });
  it('lie together where redo looks at all of them: in rework, or with something untold', async () => {
    const many = Array.from({ length: 600 }, (_, i) => ({ link: `L${i}`, head: { state: i % 10 ? 'proven' : 'failed' }, tail: { state: 'proven' }, ...(i % 100 === 1 ? { untold: {} } : {}) })); // prettier-ignore
    const { head } = await packStates(many.map((s) => JSON.stringify(s)), (text) => Promise.resolve(strToU8(text))); // prettier-ignore
    const first = head.links.filter((x) => typeof x === 'string').slice(0, 66);
    expect(first).toEqual(many.filter((s) => s.head.state === 'failed' || s.untold).map((s) => s.link));
  });
  it('are refused where anything of them is missing, or is more', async () => {
    const { head, bytes } = await sent(statuses);
    for (const wrong of [bytes.subarray(0, -1), bytes.subarray(0, 0), Uint8Array.of(...bytes, 0)])
      expect(() => LinkStates.packed(head, wrong)).toThrow(SyntaxError);
    const fewer = { ...head, links: head.links.slice(0, -2) };
    expect(() => LinkStates.packed(fewer, bytes)).toThrow(SyntaxError);
    const other = await sent(statuses.slice(0, 3));
    const lies = { ...other.head, links: other.head.links.slice(0, 2), packs: [[1, other.bytes.byteLength] as [number, number]] }; // prettier-ignore
    expect(() => LinkStates.packed(lies, other.bytes).get(statuses[0]!.link)).toThrow(SyntaxError);
    const [a, an, b, bn, ...rest] = other.head.links;
    const exchanged = LinkStates.packed({ ...other.head, links: [b!, bn!, a!, an!, ...rest] }, other.bytes);
    expect(() => exchanged.get(statuses[0]!.link)).toThrow(SyntaxError);
  });
  it('take newer ones in, and are read ahead in steps', async () => {
    const packed = await read(statuses);
    const newer = { ...statuses[0]!, head: { ...statuses[0]!.head, state: 'failed' as const } };
    const both = packed.with([newer]);
    expect(both.get(newer.link)).toBe(newer);
    expect(both.endsOf(newer.link)!.head.state).toBe('failed');
    expect(packed.get(newer.link)).toEqual(statuses[0]);
    const again = await read(statuses);
    expect([...again.readAhead()]).toHaveLength(Math.ceil(statuses.length / 100));
    expect([...again.readAhead()]).toHaveLength(0);
    expect(again.all()).toHaveLength(statuses.length);
    for (const s of statuses) expect(again.get(s.link)).toEqual(s);
  });
});
