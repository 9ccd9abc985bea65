import { apiAddress, asking } from '$lib/address/address';
import { channel, leading } from './alone';

/** The server says that it is there every 15 seconds: silence for so long is a dead connection. */
const SILENT_MS = 45_000;

/** Which database a server stands on, and which start of it this is. */
export interface Beat {
  database: string;
  start: string;
}

/** What a feed tells. */
export interface Heard<T> {
  item: (item: T) => void;
  /** More was missed than is told at once, or the log is another: everything has to be loaded anew. */
  anew: () => void;
  /** Which database answers, and which start of the server: told to one tab, at once and again and again. */
  beat: (server: Beat) => void;
}

/**
 * Hears what others log on a job. Of the tabs of one browser one holds the connection and passes on what it hears.
 * `since` gives the entry that is known last, its number and its id. Returns what ends it.
 */
export function listenToJob<T>(
  job: string,
  since: () => { seq: number; id: string },
  heard: Heard<T>,
): () => void {
  const line = channel<{ item?: T; anew?: true }>(`gauntlet-feed-${job}`, (said) =>
    said.anew ? heard.anew() : heard.item(said.item!),
  );
  const giveUp = leading(`gauntlet-feed-${job}`, (end) => {
    let feed: EventSource;
    let watch: ReturnType<typeof setTimeout> | undefined;
    const open = () => {
      const { seq, id } = since();
      feed = new EventSource(asking(apiAddress(job, 'events'), { since: String(seq), last: id }));
      feed.onmessage = (event: MessageEvent<string>) => {
        const item = JSON.parse(event.data) as T;
        alive();
        heard.item(item);
        line.say({ item });
      };
      feed.addEventListener('beat', (event) => {
        alive();
        const { data } = event as MessageEvent<string>;
        if (data) heard.beat(JSON.parse(data) as Beat);
      });
      feed.addEventListener('anew', () => {
        line.say({ anew: true });
        heard.anew();
      });
      alive();
    };
    const alive = () => {
      clearTimeout(watch);
      watch = setTimeout(() => {
        feed.close();
        open();
      }, SILENT_MS);
    };
    open();
    end.addEventListener('abort', () => {
      clearTimeout(watch);
      feed.close();
    });
  });
  return () => {
    giveUp();
    line.close();
  };
}
