/** The sheets that may come over any screen of a job. A job is opened without them; they are asked for right after it. */
export { default as GoTo } from './GoTo.svelte';
export { default as KeyList } from './KeyList.svelte';
export { default as StopSheet } from './StopSheet.svelte';
export { default as WhoSheet } from './WhoSheet.svelte';
