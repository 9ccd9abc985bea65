import { kitReport, type KitAsked } from '$core/kit/report';

/** Works out what a job takes, where its log may be long: see `kitReport`. */
self.onmessage = ({ data }: MessageEvent<KitAsked>) => self.postMessage(kitReport(data));
