const guard = (name: string, when: 'update' | 'delete') => ({
  name,
  create: `create trigger ${name} before ${when} on entry begin select raise(abort, 'the log is append-only'); end`,
});

/** The triggers that keep the log append-only, as the migrations made them. */
export const ENTRY_GUARDS = {
  change: guard('entry_no_change', 'update'),
  removal: guard('entry_no_removal', 'delete'),
};
