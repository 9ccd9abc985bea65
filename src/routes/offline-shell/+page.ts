/** The empty page that every screen of a job is drawn in: kept on the device, so that each opens without a server. */
export const ssr = false;
