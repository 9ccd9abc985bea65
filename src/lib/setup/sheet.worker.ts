import { readSheetBytes } from './sheet-bytes';

self.onmessage = async (event: MessageEvent<Uint8Array>) => postMessage(await readSheetBytes(event.data));
