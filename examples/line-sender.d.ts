/** Which contacts of the remote answer each contact of the main unit. */
export type Map8 = Record<string, string[]>;
export interface Hardware {
  drive(contact: string | null): void;
  sense(): { main: string[]; remote: string[] };
}
export interface About {
  name?: string;
  evidence?: string;
  nvp?: number;
  leads?: { head?: string; tail?: string } | null;
  remote?: number | null;
  splits?: string[];
  lengthMetres?: number;
  configuration?: string;
  leadsSubtracted?: boolean;
  result?: { says: string; limit: string };
}
export const CONTACTS: string[];
export function check(text: string): string;
export function line(text: string): string;
export function scan(
  hardware: Hardware,
  contacts?: string[],
): { walk: string[][]; joins: { head: string[][]; tail: string[][] } };
export function madeUp(map: Map8): Hardware;
export class LineSender {
  constructor(hardware: Hardware, about?: About);
  hello(self?: { ok?: boolean; what?: string }): string;
  hear(request: string): string;
  reading(from?: 'head' | 'tail', link?: string): string;
}
