import { readSheetBytes } from './bytes';

self.onmessage = async (event: MessageEvent<Uint8Array>) => postMessage(await readSheetBytes(event.data));
