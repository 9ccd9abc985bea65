import { recallJson, rememberJson } from '$lib/device/small';
/** What was laid in the bag already, ticked in the store: kept on this device, and gone once another number is needed. */
export class TickedOff {
  private readonly key: string;
  private all = $state.raw<Readonly<Record<string, number>>>({});

  constructor(job: string) {
    this.key = `gauntlet:kit:${job}`;
    this.all = recallJson<Record<string, number>>(this.key) ?? {};
  }
  has(name: string, many: number): boolean {
    return Object.hasOwn(this.all, name) && this.all[name] === many;
  }
  turn(name: string, many: number): void {
    const { [name]: _, ...others } = this.all;
    this.all = this.has(name, many) ? others : { ...others, [name]: many };
    rememberJson(this.key, this.all);
  }
}
