/** Drawn in the browser: before that there is nothing to press, so nothing typed can be lost to a form sent too soon. */
export const ssr = false;
