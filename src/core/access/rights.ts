/** Roles of people who were let in, the least first. A client reads one job. */
export const ROLES = ['client', 'trainee', 'technician', 'lead'] as const;
/** What a person may do here. */
export type Role = (typeof ROLES)[number];

/** What a request needs its sender to have the right to. */
export const RIGHTS = [
  /** Nobody has to be let in for it. */
  'open',
  /** Anybody who was let in. */
  'inside',
  /** Reads how a job stands, and its record. */
  'read',
  /** Works on a job: reads its plan and log, writes into the log, and adds parts, legends and pictures on the way. */
  'log',
  /** Changes a job's plan and terms. */
  'plan',
  /** Starts, brings in, copies and deletes jobs. */
  'jobs',
  /** Lets people in and puts devices out. */
  'people',
] as const;
/** A right. */
export type Right = (typeof RIGHTS)[number];

const HAS: Record<Role, readonly Right[]> = {
  client: ['open', 'inside', 'read'],
  trainee: ['open', 'inside', 'read', 'log'],
  technician: ['open', 'inside', 'read', 'log', 'plan'],
  lead: RIGHTS,
};

/** Whether a role has a right; nobody (`null`) has what is open. */
export const may = (role: Role | null, right: Right): boolean =>
  role === null ? right === 'open' : HAS[role].includes(right);

/** What each role may do, in words. */
export const ROLE_WORDS: Record<Role, string> = {
  lead: 'does everything, and lets people in',
  technician: 'logs work and changes the plan',
  trainee: 'logs their own work',
  client: 'reads one job',
};

/**
 * Who may what: the right each request needs, by its method and route. A route that does not stand here is nobody's.
 * Pages hold nothing of a job: they are drawn in the browser from what the routes answer.
 */
export const ROUTE_RIGHTS: Record<string, Right> = {
  'GET /api/health': 'open',
  'GET /api/openapi.json': 'open',
  'GET /api/schemas/[name]': 'open',
  'POST /api/diagnose': 'open',
  'POST /api/simulate': 'open',
  'GET /api/access': 'open',
  'POST /api/access/enter': 'open',
  'POST /api/access/switch': 'inside',
  'POST /api/access/leave': 'inside',
  'POST /api/access/pin': 'inside',
  'GET /api/access/people': 'people',
  'POST /api/access/people': 'people',
  'POST /api/access/put-out': 'people',
  'GET /api/access/log': 'people',
  'GET /api/auth/[...all]': 'open',
  'POST /api/auth/[...all]': 'open',
  'GET /api/jobs': 'inside',
  'POST /api/jobs': 'jobs',
  'POST /api/jobs/import': 'jobs',
  'GET /api/search': 'inside',
  'GET /api/jobs/[job]': 'log',
  'DELETE /api/jobs/[job]': 'jobs',
  'POST /api/jobs/[job]/copy': 'jobs',
  // What the crew works with says who took how long, who learns and who is to do what again: a client has a view of the
  // job and its record.
  'GET /api/jobs/[job]/view': 'read',
  'GET /api/jobs/[job]/site': 'log',
  'GET /api/jobs/[job]/events': 'log',
  'GET /api/jobs/[job]/export': 'log',
  'GET /api/jobs/[job]/history': 'log',
  'GET /api/jobs/[job]/schedule': 'log',
  'POST /api/jobs/[job]/schedule': 'plan',
  'POST /api/jobs/[job]/readings': 'log',
  'GET /api/jobs/[job]/tools': 'log',
  'GET /api/jobs/[job]/record': 'read',
  'GET /api/view/[secret]': 'open',
  'GET /api/view/[secret]/record': 'open',
  'GET /api/jobs/[job]/shares': 'plan',
  'POST /api/jobs/[job]/shares': 'plan',
  'DELETE /api/jobs/[job]/shares': 'plan',
  'GET /api/jobs/[job]/sheets': 'log',
  'GET /api/jobs/[job]/exam': 'log',
  'GET /api/jobs/[job]/trend': 'log',
  'GET /api/jobs/[job]/kit': 'log',
  'GET /api/jobs/[job]/handover': 'log',
  'POST /api/jobs/[job]/handover': 'plan',
  'GET /api/jobs/[job]/links/[link]/history': 'log',
  'POST /api/jobs/[job]/links/[link]/tester': 'log',
  'POST /api/jobs/[job]/labels': 'log',
  'GET /api/jobs/[job]/photos/[id]': 'log',
  'PUT /api/jobs/[job]/photos/[id]': 'log',
  'POST /api/jobs/[job]/entries': 'log',
  'POST /api/jobs/[job]/entries/missing': 'log',
  'POST /api/jobs/[job]/photos/missing': 'log',
  // Parts and legends are added on the way; the rest of a plan wants the right to it, which the route itself holds.
  'POST /api/jobs/[job]/plan': 'log',
};

/** The right a request needs; null where nobody has it. */
export const rightFor = (method: string, route: string): Right | null => {
  const asked = method === 'HEAD' ? 'GET' : method;
  const key = `${asked} ${route}`;
  if (Object.hasOwn(ROUTE_RIGHTS, key)) return ROUTE_RIGHTS[key]!;
  return asked === 'GET' && !route.startsWith('/api/') ? 'open' : null;
};
