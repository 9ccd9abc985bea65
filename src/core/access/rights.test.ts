import { describe, expect, it } from 'vitest';
import { may, RIGHTS, rightFor, ROLES } from './rights';

describe('who may what', () => {
  it('gives each role all that the one before it has', () => {
    for (const [i, role] of ROLES.entries())
      for (const right of RIGHTS)
        if (i > 0 && may(ROLES[i - 1]!, right)) expect(may(role, right), `${role} ${right}`).toBe(true);
  });
  it('gives nobody more than what is open, and a lead everything', () => {
    expect(RIGHTS.filter((r) => may(null, r))).toEqual(['open']);
    expect(RIGHTS.every((r) => may('lead', r))).toBe(true);
  });
  it('gives a route that nobody thought of to nobody', () => {
    expect(rightFor('POST', '/api/jobs/[job]/anything')).toBeNull();
    expect(rightFor('DELETE', '/api/jobs')).toBeNull();
    expect(rightFor('GET', '/constructor')).toBe('open');
    expect(rightFor('POST', 'constructor')).toBeNull();
    expect(rightFor('HEAD', '/api/jobs')).toBe('inside');
  });
});
