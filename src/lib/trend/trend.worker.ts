import { trendOf, type TrendAsked } from '$core/trend/trend';

/** Answers what is asked of a trend with the trend: off the main thread, a long log takes a moment. */
self.onmessage = ({ data }: MessageEvent<TrendAsked>) => self.postMessage(trendOf(data));
