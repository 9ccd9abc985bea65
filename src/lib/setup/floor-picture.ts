import { v4 as uuid } from 'uuid';
import { apiAddress } from '$lib/address/address';
import { shrinkPhoto } from '$lib/photo/shrink';

/** A picture that was kept, or why there is none. */
export type LaidPicture =
  { ok: true; photo: string; width: number; height: number } | { ok: false; message: string };

/** Pixels across of a drawing's page: fine enough to read its room numbers. Our judgement. */
const PAGE_PIXELS = 2400;

/** The first page of a PDF as a picture. */
async function firstPage(file: Blob): Promise<Blob> {
  const pdf = await import('pdfjs-dist');
  const { default: worker } = await import('pdfjs-dist/build/pdf.worker.min.mjs?url');
  pdf.GlobalWorkerOptions.workerSrc = worker;
  const doc = await pdf.getDocument({ data: new Uint8Array(await file.arrayBuffer()) }).promise;
  try {
    const page = await doc.getPage(1);
    const { width } = page.getViewport({ scale: 1 });
    const viewport = page.getViewport({ scale: PAGE_PIXELS / width });
    const canvas = document.createElement('canvas');
    canvas.width = Math.round(viewport.width);
    canvas.height = Math.round(viewport.height);
    await page.render({ canvas, viewport }).promise;
    return await new Promise((resolve, reject) =>
      canvas.toBlob((blob) => (blob ? resolve(blob) : reject(new Error('no picture'))), 'image/png'),
    );
  } finally {
    await doc.destroy();
  }
}

/** Keeps a drawing to lie under a floor: a picture, or the first page of a PDF. */
export async function keepFloorPicture(job: string, file: File): Promise<LaidPicture> {
  let picture: Blob = file;
  if (file.type === 'application/pdf' || file.name.toLowerCase().endsWith('.pdf'))
    try {
      picture = await firstPage(file);
    } catch {
      return {
        ok: false,
        message: `${file.name} cannot be read as a PDF: save the page as a picture and take that.`,
      };
    }
  const shrunk = await shrinkPhoto(picture);
  if (!shrunk.ok) return shrunk;
  const photo = uuid();
  try {
    const answer = await fetch(apiAddress(job, 'photos', photo), { method: 'PUT', body: shrunk.blob });
    if (answer.ok) return { ok: true, photo, width: shrunk.width, height: shrunk.height };
    const { error } = (await answer.json()) as { error: { message: string } };
    return { ok: false, message: error.message };
  } catch {
    return {
      ok: false,
      message: 'The server does not answer: a drawing is kept there, try again in a while.',
    };
  }
}
