/** A request that no copper can satisfy: names the part and says why. */
export class Contradiction extends Error {
  constructor(
    readonly path: string,
    message: string,
  ) {
    super(message);
  }
}
