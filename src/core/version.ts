/** The version of this program, as it is released. */
export { version as VERSION } from '../../package.json';
