/** A name as one piece of an address. `.` and `..` would be taken for steps in the path: a `~` before them says they are names. */
export const segment = (name: string): string =>
  (/^(~|\.{1,2}$)/.test(name) ? '~' : '') + encodeURIComponent(name.replace(/\p{Surrogate}/gu, '\uFFFD'));

/** The name behind a piece of an address, as a route hands it over: decoded once. */
export const fromSegment = (piece: string): string => (piece.startsWith('~') ? piece.slice(1) : piece);

/**
 * The address of a screen of a job. Every address is made here, so that any label opens: `1A/B/07`, `50%`, `..`.
 *
 * @example
 * address('harbour', 'bench', '1A/07', 'head') // '/harbour/bench/1A%2F07/head'
 */
export const address = (job: string, ...pieces: readonly string[]): string =>
  `/${[job, ...pieces].map(segment).join('/')}`;

/** An address with what is asked of it, such as `?link=K1-07`. */
export const asking = (path: string, query: Record<string, string>): string =>
  `${path}?${new URLSearchParams(query).toString()}`;

/** The address of one of a job's routes for programs. */
export const apiAddress = (job: string, ...pieces: readonly string[]): string =>
  `/api/jobs/${[job, ...pieces].map(segment).join('/')}`;
