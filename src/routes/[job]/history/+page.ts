import type { LogEntry } from '$core/model/entry';
import type { PageLoad } from './$types';

export const load: PageLoad = ({ url }) => {
  const of = (name: string) => url.searchParams.get(name) || undefined;
  return {
    filter: {
      link: of('link'),
      by: of('by'),
      day: of('day'),
      kind: of('kind') as LogEntry['kind'] | undefined,
    },
  };
};
