/** Where jobs lie that were opened on this device; the page asks there too, before the program is loaded (`app.html`). */
export const JOBS = 'gauntlet-jobs';
