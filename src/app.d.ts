import type { Who } from '$lib/server/access/who';

declare global {
  namespace App {
    interface Error {
      message: string;
    }
    interface Locals {
      /** Who sends this. Null where nobody was let in, or where nobody has to be. */
      who: Who | null;
      /** People have to be let in here. */
      guarded: boolean;
    }
  }
}
export {};
