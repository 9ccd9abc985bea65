/** Whether a page of another site sends this. Programs that are no browsers name neither origin nor site. */
export function fromElsewhere(request: Request, own: string): boolean {
  const site = request.headers.get('sec-fetch-site');
  if (site !== null && site !== 'same-origin' && site !== 'none') return true;
  const origin = request.headers.get('origin');
  return origin !== null && origin !== own;
}
