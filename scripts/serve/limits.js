/** How much of a body that nobody wanted is read to its end after the answer, and for how long. */
const DRAINED = { bytes: 8_000_000, ms: 5000 };

/** Limits of a server against slow and stalled senders. */
export function limit(server) {
  // A device that paused between two ports finds its connection alive: one shut just as it sends costs it the request.
  server.keepAliveTimeout = 120_000;
  server.headersTimeout = 20_000;
  server.requestTimeout = 180_000;
  server.maxHeadersCount = 100;
  server.maxConnections = 4000;
}

/**
 * An answer may go out before its request was read to the end. What is left would be taken for the next request on that
 * connection: a little is read away, and beyond that the connection is shut.
 */
export function drainAfter(request, response) {
  response.on('finish', () => {
    if (request.complete) return;
    let left = DRAINED.bytes;
    const shut = setTimeout(() => request.destroy(), DRAINED.ms);
    // Whoever listened before would hold it up: nobody wants the rest.
    request.removeAllListeners('data');
    request.on('data', (piece) => {
      left -= piece.length;
      if (left < 0) request.destroy();
    });
    request.on('end', () => clearTimeout(shut));
    request.on('close', () => clearTimeout(shut));
    request.resume();
  });
}
