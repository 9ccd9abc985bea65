import { parseReadingsCsv, type ReadingsFile, type ReadingsFor } from '$core/formats/readings-csv';

self.onmessage = (event: MessageEvent<{ text: string; job: ReadingsFor }>) =>
  postMessage(parseReadingsCsv(event.data.text, event.data.job) satisfies ReadingsFile);
