/** Drawn in the browser: what it shows depends on the device. */
export const ssr = false;
