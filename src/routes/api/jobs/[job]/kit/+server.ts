import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { kitWorkbook } from '$lib/server/kit-xlsx';
import { answering, readQuery } from '$lib/server/refused';
import { beside } from '$lib/server/thread/pool';
import type { RequestHandler } from './$types';

const query = z.object({
  as: z.enum(['json', 'xlsx']).default('json'),
  closet: z.string().min(1).max(80).optional(),
  suffice: z.coerce.number().min(0.5).max(0.999).optional(),
});

/** What a job takes, or the links of one closet, what was used and how long the rest takes: as data, or as a workbook to order by. */
export const GET: RequestHandler = ({ params, url }) =>
  answering(async () => {
    const { as, ...asked } = readQuery(url, query);
    const report = await beside('kit', { job: params.job, ...asked });
    if (as === 'json') return json(report);
    return new Response(await kitWorkbook(report), {
      headers: {
        'content-type': 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
        'content-disposition': `attachment; filename="${params.job}-kit.xlsx"`,
      },
    });
  });
