/** What the browser did not keep: it lasts as long as the page. */
const inMemory = new Map<string, string>();

/**
 * Something small that this device remembers under a name: a setting, or what is half entered. Null where there is nothing.
 * None of these functions throws: a storage that is full or shut must not stop the work it is about.
 */
export function recall(key: string): string | null {
  try {
    return inMemory.get(key) ?? localStorage.getItem(key);
  } catch {
    return null;
  }
}

/** Remembers something small. Where the browser keeps nothing, or has no room, it lasts as long as the page: then false. */
export function remember(key: string, text: string): boolean {
  try {
    localStorage.setItem(key, text);
    inMemory.delete(key);
    return true;
  } catch {
    // What was kept before is older than this: it must not come back.
    forget(key);
    inMemory.set(key, text);
    return false;
  }
}

/** Forgets what is remembered under a name. */
export function forget(key: string): void {
  inMemory.delete(key);
  try {
    localStorage.removeItem(key);
  } catch {
    /* nothing was kept */
  }
}

/** What is remembered under a name as JSON; what cannot be read is forgotten. */
export function recallJson<T>(key: string): T | null {
  const text = recall(key);
  if (text === null) return null;
  try {
    return JSON.parse(text) as T;
  } catch {
    forget(key);
    return null;
  }
}

/** Remembers something as JSON, as `remember` does. */
export const rememberJson = (key: string, value: unknown): boolean => remember(key, JSON.stringify(value));
