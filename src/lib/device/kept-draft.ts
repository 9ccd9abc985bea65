import { forget, recallJson, rememberJson } from './small';

/** Something half entered, kept on this device until it is done with; what is larger than a device keeps is there while the page is. */
export class KeptDraft<T> {
  constructor(private readonly key: string) {}

  read = (): T | null => recallJson<T>(this.key);
  keep = (value: T): void => void rememberJson(this.key, value);
  drop = (): void => forget(this.key);
}
