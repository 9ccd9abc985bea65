import type { EntryOf } from '../model/entry';
import type { Link } from '../model/job';
import type { LinkStatus } from '../log/state';

/** What is to be logged of one link. */
type ToLog<K extends 'exchanged' | 'rejected' | 'redone'> = Pick<
  EntryOf<K>,
  'link' | 'kind' | 'end' | 'data'
>;
/** A link and the number of the remote in its outlet. */
export interface LinkWithRemote {
  link: Pick<Link, 'id' | 'label'>;
  remote: number;
}

/**
 * What is logged where a link answers with the remote of another: of both, as the other's outlet is taken, whatever was read
 * of it before.
 */
export const exchangedEntries = (link: string, other: string, remote: number): ToLog<'exchanged'>[] => [
  { link, kind: 'exchanged', data: { with: other, remote } },
  { link: other, kind: 'exchanged', data: { with: link, byOther: true } },
];

/** What is logged where two remotes answer one port: copper joins the two cables, and both are refused. Null: a remote that is not in the round. */
export function joinedEntries(asked: LinkWithRemote, other: LinkWithRemote | null): ToLog<'rejected'>[] {
  const both = other
    ? `remotes ${asked.remote} and ${other.remote}`
    : `remote ${asked.remote} and one that is not in this round`;
  const refused = (of: LinkWithRemote, by: LinkWithRemote | null): ToLog<'rejected'> => ({
    link: of.link.id,
    kind: 'rejected',
    end: 'head',
    data: {
      reason: `${both} both answer: joined with ${by?.link.label ?? 'another cable'}`,
      joined: by ? [by.link.id] : [],
      ...(by ? {} : { another: true }),
    },
  });
  return [refused(asked, other), ...(other ? [refused(other, asked)] : [])];
}

/** What is logged once somebody knows which cable it was that copper joined with that of a link: both are refused. */
export function namedJoinedEntries(
  asked: LinkWithRemote['link'],
  other: LinkWithRemote['link'],
): ToLog<'rejected'>[] {
  const refused = (of: LinkWithRemote['link'], by: LinkWithRemote['link']): ToLog<'rejected'> => ({
    link: of.id,
    kind: 'rejected',
    end: 'head',
    data: { reason: `copper joined its cable with that of ${by.label}`, joined: [by.id] },
  });
  return [refused(asked, other), refused(other, asked)];
}

/** What is logged of links that copper joined, once somebody parted them: done again, with nothing cut. */
export const partedEntries = (links: readonly string[]): ToLog<'redone'>[] =>
  links.map((link) => ({
    link,
    kind: 'redone',
    end: 'head',
    data: { action: 'repunch', contacts: [], note: 'parted' },
  }));

/** A link that answers at another's outlet, or whose outlet another took: `with` is what that one is called. */
export interface ExchangedLink {
  link: string;
  with: string;
  status: Pick<LinkStatus, 'head' | 'joined'>;
}

/**
 * What is logged of a link that changed places at the panel with the one it was exchanged with: done again, with nothing cut.
 * What its head was refused for besides is not mended by that, and is said once more.
 */
export function exchangedBackEntries({
  link,
  with: other,
  status,
}: ExchangedLink): ToLog<'redone' | 'rejected'>[] {
  const { refused } = status.head;
  const data = {
    reason: refused?.why ?? '',
    ...(status.joined?.mended === false
      ? { joined: status.joined.with, ...(status.joined.another ? { another: true as const } : {}) }
      : {}),
  };
  return [
    {
      link,
      kind: 'redone',
      end: 'head',
      data: { action: 'repunch', contacts: [], note: `exchanged with ${other}` },
    },
    ...(refused?.how === 'eye' ? [{ link, kind: 'rejected' as const, end: 'head' as const, data }] : []),
  ];
}
