/** Something half entered, kept on this device until it is done with. */
export class KeptDraft<T> {
  constructor(private readonly key: string) {}

  read(): T | null {
    try {
      return JSON.parse(localStorage.getItem(this.key) ?? 'null') as T | null;
    } catch {
      localStorage.removeItem(this.key);
      return null;
    }
  }
  keep(value: T): void {
    try {
      localStorage.setItem(this.key, JSON.stringify(value));
    } catch {
      // A schedule may be larger than a device keeps: it is then only on screen.
      localStorage.removeItem(this.key);
    }
  }
  drop(): void {
    localStorage.removeItem(this.key);
  }
}
