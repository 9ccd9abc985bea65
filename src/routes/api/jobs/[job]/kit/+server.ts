import { json } from '@sveltejs/kit';
import ExcelJS from 'exceljs';
import { z } from 'zod';
import { takeOff } from '$core/kit/take-off';
import { plainCell } from '$core/model/csv-cell';
import { whereabouts } from '$core/plan/whereabouts';
import { database } from '$lib/server/db';
import { readPlan } from '$lib/server/jobs/job-file';
import { readStates } from '$lib/server/jobs/states';
import { answering, noSuchJob, readQuery, Refused } from '$lib/server/refused';
import type { RequestHandler } from './$types';

const query = z.object({
  as: z.enum(['json', 'xlsx']).default('json'),
  closet: z.string().max(80).optional(),
});

/** What a job takes, or the links of one closet: as data, or as a workbook to order by. */
export const GET: RequestHandler = ({ params, url }) =>
  answering(async () => {
    const { as, closet } = readQuery(url, query);
    const db = await database();
    const plan = await readPlan(db, params.job);
    if (!plan) throw noSuchJob(params.job);
    if (closet && !plan.spaces.some((s) => s.id === closet && s.kind === 'closet'))
      throw new Refused(`There is no closet "${closet}" in this job.`, [{ path: 'closet', message: 'Choose one that is there, or leave it out.' }]); // prettier-ignore
    const where = whereabouts(plan);
    const states = new Map((await readStates(db, params.job)).map((s) => [s.link, s]));
    const links = plan.links.filter((l) => !l.retired && states.has(l.id) && (!closet || where(l).head.space?.id === closet)); // prettier-ignore
    const kit = takeOff({ ...plan, links: plan.links.filter((l) => states.has(l.id)) }, links, (id) => states.get(id)!); // prettier-ignore
    if (as === 'json') return json(kit);
    const book = new ExcelJS.Workbook();
    const parts = book.addWorksheet('Parts');
    parts.addRow(['part', 'in all', 'done', 'left', 'spare', 'take along']);
    for (const i of kit.items)
      parts.addRow([plainCell(i.name), i.all, i.done, i.left, i.spare, i.left + i.spare]);
    const cable = book.addWorksheet('Cable');
    cable.addRow(['cable', 'run', 'metres to cut']);
    for (const c of kit.cables) for (const r of c.runs) cable.addRow([plainCell(c.name), plainCell(r.label), Number(r.metres.toFixed(2))]); // prettier-ignore
    for (const sheet of book.worksheets) sheet.getRow(1).font = { bold: true };
    return new Response(new Uint8Array(await book.xlsx.writeBuffer()), {
      headers: {
        'content-type': 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
        'content-disposition': `attachment; filename="${params.job}-kit.xlsx"`,
      },
    });
  });
