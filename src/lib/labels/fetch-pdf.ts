/** What came of asking for a sheet of labels. */
export type LabelPdf =
  | { kind: 'drawn'; pdf: Blob }
  /** Lines no typeface has letters for. */
  | { kind: 'strange'; lines: string[]; message: string }
  | { kind: 'refused'; message: string };

/** Counts pages as they come: each is a dictionary of its own in a PDF. */
const PAGE = /\/Type \/Page\b/g;

/** Asks for a PDF and tells, while it is drawn, how many of its pages have come. */
export async function fetchPdf(
  address: string,
  asked: unknown,
  ontold: (pages: number, of: number) => void,
): Promise<LabelPdf> {
  try {
    const answer = await fetch(address, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(asked),
    });
    if (!answer.ok) {
      const { error, strange } = (await answer.json()) as {
        error: { message: string; issues: { message: string }[] };
        strange?: string[];
      };
      if (strange) return { kind: 'strange', lines: strange, message: error.message };
      const [first] = error.issues;
      const more = first && !error.message.includes(first.message) ? ` ${first.message}` : '';
      return { kind: 'refused', message: error.message + more };
    }
    const of = Number(answer.headers.get('x-pages') ?? 0);
    const parts: BlobPart[] = [];
    const text = new TextDecoder('latin1');
    let pages = 0;
    for (const reader = answer.body!.getReader(); ;) {
      const { done, value } = await reader.read();
      if (done) break;
      parts.push(value);
      pages += text.decode(value).match(PAGE)?.length ?? 0;
      ontold(Math.min(pages, of), of);
    }
    return { kind: 'drawn', pdf: new Blob(parts, { type: 'application/pdf' }) };
  } catch {
    return {
      kind: 'refused',
      message: 'The server is out of reach: it draws the labels, try again in a while.',
    };
  }
}
