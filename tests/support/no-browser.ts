import 'fake-indexeddb/auto';
import { vi } from 'vitest';

/** What a page may import that only a browser has, stood in for. Import this before anything of the interface. */
vi.mock('$app/navigation', () => ({ goto: vi.fn(), invalidateAll: vi.fn() }));
vi.mock('$app/state', () => ({ navigating: { to: null } }));
