/** Headers of every answer, those of files too. The content policy of pages comes with the pages. */
const ALWAYS = {
  'x-content-type-options': 'nosniff',
  'x-frame-options': 'DENY',
  'referrer-policy': 'same-origin',
  'cross-origin-opener-policy': 'same-origin',
  'cross-origin-resource-policy': 'same-origin',
  'permissions-policy':
    'camera=(self), microphone=(self), serial=(self), screen-wake-lock=(self), publickey-credentials-get=(self), publickey-credentials-create=(self), geolocation=(), payment=(), usb=(), display-capture=()',
};

/** How long a browser is told to ask for this site by HTTPS alone, in seconds: half a year. */
const HSTS_SECONDS = 15_552_000;

/** Writes the headers that every answer has. */
export function setHeaders(response, secure) {
  for (const [name, value] of Object.entries(ALWAYS)) response.setHeader(name, value);
  if (secure) response.setHeader('strict-transport-security', `max-age=${HSTS_SECONDS}`);
}
