import { forget, recall, remember } from '$lib/device/small';
import type { JobPlan, Person, Space } from '$core/model/job';
import type { End } from '$core/wiring/conductors';

const ME = 'gauntlet:me';

/** Remembers who works on this device, for every job opened on it. */
export const rememberMe = ({ id, name }: Pick<Person, 'id' | 'name'>): boolean =>
  remember(ME, JSON.stringify({ id, name }));

/** Who works on this device, at which end, in which space; kept on it. */
export class Here {
  /** The person's id; '' until somebody said who they are. */
  me = $state('');
  standingAt = $state<End>('head');
  /** The space one stands in, as far as it was said. */
  standingIn = $state('');

  constructor(private readonly plan: JobPlan) {}

  /** Takes up what this device kept. */
  resume(): void {
    this.me = this.known()?.id ?? '';
    if (recall('gauntlet:standing') === 'tail') this.standingAt = 'tail';
    this.standingIn = recall(`gauntlet:space:${this.plan.id}`) ?? '';
  }

  /** The person this device belongs to, as far as they are on this crew: by id, else by name. */
  private known(): Person | undefined {
    const { crew } = this.plan;
    if (crew.length === 1) return crew[0];
    try {
      const old = recall(`gauntlet:me:${this.plan.id}`);
      const me = JSON.parse(recall(ME) ?? 'null') as Pick<Person, 'id' | 'name'> | null;
      return (
        crew.find((p) => p.id === old) ??
        crew.find((p) => p.id === me?.id && p.name === me.name) ??
        crew.find((p) => p.name === me?.name)
      );
    } catch {
      return undefined;
    }
  }

  /** Nobody has said yet who works on this device. */
  get asking(): boolean {
    return !this.me;
  }

  setMe(id: string): void {
    const person = this.plan.crew.find((p) => p.id === id);
    if (!person) return;
    this.me = id;
    rememberMe(person);
    forget(`gauntlet:me:${this.plan.id}`);
  }

  stand(end: End): void {
    this.standingAt = end;
    remember('gauntlet:standing', end);
  }

  standIn(space: string): void {
    this.standingIn = space;
    remember(`gauntlet:space:${this.plan.id}`, space);
  }

  /** Where one stands: as it was said, else the first closet; nowhere where the job has no spaces. */
  standingSpace(): Space | undefined {
    const { spaces } = this.plan;
    return (
      spaces.find((s) => s.id === this.standingIn) ?? spaces.find((s) => s.kind === 'closet') ?? spaces[0]
    );
  }
}
