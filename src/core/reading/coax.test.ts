import { describe, expect, it } from 'vitest';
import { judgeCoax, parseCoaxWalk } from './coax';

const reason = (walk: string) => {
  const parsed = parseCoaxWalk(walk);
  return parsed.ok ? judgeCoax(parsed.answers, 'continuity').reason : parsed.message;
};

describe('a coax walk', () => {
  it('passes with centre and braid each by itself', () => {
    expect(reason('C S')).toContain('each by itself');
  });
  it.each([
    ['- S', 'centre open'],
    ['c -', 'braid open'],
    ['- -', 'nothing answers'],
    ['C+S S+C', 'joined'],
    ['S C', 'exchanged'],
  ])('%s: %s', (walk, says) => expect(reason(walk)).toContain(says));
  it.each(['', '1 2', 'C', 'C S S'])('refuses "%s" with what to write', (walk) =>
    expect(reason(walk)).toContain('write C S'),
  );
});
