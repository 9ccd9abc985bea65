/** What a record is asked as. */
export const RECORD_FORMS = ['pdf', 'json', 'xlsx', 'csv', 'open-csv'] as const;
/** What a record is asked as. */
export type RecordForm = (typeof RECORD_FORMS)[number];
