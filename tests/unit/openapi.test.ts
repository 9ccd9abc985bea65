import { describe, expect, it } from 'vitest';
import { ROUTE_RIGHTS } from '../../src/core/access/rights';
import { DESCRIBED } from '../../src/lib/server/api/described';
import { openApi } from '../../src/lib/server/api/openapi';

/** Routes for this program's own pages and sign-in: no business of other programs. */
const OWN = /^\w+ \/api\/(access|auth)\b/;

interface Document {
  openapi: string;
  paths: Record<string, Record<string, { parameters?: { name: string; in: string }[]; responses: object }>>;
}
const document = openApi('0.0.0') as Document;

describe('the description of what may be asked', () => {
  it('has every route that is there, and no other (the rights are held against the files)', () => {
    const routes = Object.keys(ROUTE_RIGHTS).filter((r) => !OWN.test(r));
    expect(Object.keys(DESCRIBED).sort()).toEqual(routes.sort());
    const described = Object.entries(document.paths).flatMap(([path, methods]) =>
      Object.keys(methods).map((m) => `${m.toUpperCase()} ${path.replaceAll(/\{(\w+)\}/g, '[$1]')}`),
    );
    expect(described.sort()).toEqual(routes.sort());
  });
  it('is OpenAPI 3.1: every name in a path is a parameter, every operation answers', () => {
    expect(document.openapi).toBe('3.1.0');
    for (const [path, methods] of Object.entries(document.paths))
      for (const operation of Object.values(methods)) {
        const inPath = operation.parameters?.filter((p) => p.in === 'path').map((p) => p.name) ?? [];
        expect(inPath).toEqual([...path.matchAll(/\{(\w+)\}/g)].map((m) => m[1]));
        expect(Object.keys(operation.responses)).toContain('4XX');
      }
    // References lead somewhere.
    const text = JSON.stringify(document);
    for (const [, name] of text.matchAll(/"#\/components\/schemas\/(\w+)"/g))
      expect((document as unknown as { components: { schemas: object } }).components.schemas).toHaveProperty(name!); // prettier-ignore
  });
});
