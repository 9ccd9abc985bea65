/** The page that puts the local authority on a device, step by step; everything else on that port is led to HTTPS. */
import { X509Certificate } from 'node:crypto';

const page = (secure, print) => `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1">
<title>Gauntlet: trust this server</title>
<style>
body{font:1.1rem/1.5 system-ui,sans-serif;max-width:36rem;margin:0 auto;padding:1rem;background:#f3f2ec;color:#1c1d1f}
a.act{display:block;border:2px solid;padding:.9rem 1rem;margin:1rem 0;color:inherit;font-weight:700;text-decoration:none}
a.now{background:#d8f600;color:#1c1d1f}li{margin:.5rem 0}code{overflow-wrap:anywhere}
@media (prefers-color-scheme:dark){body{background:#1c1d1f;color:#f3f2ec}}
</style>
</head>
<body>
<h1>Trust this server, once</h1>
<p>Cameras, work without a signal and keys need a secure page. This server made its own authority for that; your device does not know it yet.</p>
<a class="act now" href="/authority.crt">1. Load the authority onto this device</a>
<h2>2. Tell the device to trust it</h2>
<ul>
<li><strong>A phone that asks for a name and a use</strong>: open it from the downloads, or under Settings, Security, Install a certificate, CA certificate. Confirm the warning.</li>
<li><strong>A phone that says “profile loaded”</strong>: Settings, General, Device management, install the profile. Then Settings, General, About, Certificate trust: switch Gauntlet on.</li>
<li><strong>A computer</strong>: open the file and put it among the trusted root authorities, or import it under Authorities in the browser’s settings, for websites.</li>
</ul>
<p>Compare its fingerprint with the one printed where the server runs:</p>
<p><code>${print}</code></p>
<a class="act now" href="${secure}">3. Open Gauntlet</a>
<p>When the job is over, take it off the device again in the same place. Whoever holds the key of this authority can make pages your device believes: that key stays on the server, readable by its owner alone.</p>
</body>
</html>`;

/** The fingerprint of a certificate, as devices show it. */
export const fingerprint = (pem) => new X509Certificate(pem).fingerprint256;

/** Answers on the plain port: the page, the authority, and the way to the secure page. */
export function trustPage(authority, port) {
  return (request, response) => {
    const host = (request.headers.host ?? 'localhost').replace(/:\d+$/, '');
    const secure = `https://${/^[\w.:[\]-]+$/.test(host) ? host : 'localhost'}${port === 443 ? '' : `:${port}`}`;
    response.setHeader('x-content-type-options', 'nosniff');
    response.setHeader('x-frame-options', 'DENY');
    if (authority && request.url === '/authority.crt') {
      response.setHeader('content-type', 'application/x-x509-ca-cert');
      return response.end(authority);
    }
    if (authority && (request.url === '/' || request.url === '/trust')) {
      response.setHeader('content-type', 'text/html; charset=utf-8');
      response.setHeader(
        'content-security-policy',
        "default-src 'none'; style-src 'unsafe-inline'; frame-ancestors 'none'",
      );
      return response.end(page(secure, fingerprint(authority)));
    }
    response.statusCode = 308;
    response.setHeader('location', secure + (request.url?.startsWith('/') ? request.url : '/'));
    response.end();
  };
}
