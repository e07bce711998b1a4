import { beforeAll, describe, expect, test } from 'vitest';
import type { Role } from '../../src/core/people/roles.ts';
import { askAs, everyRole, pins, signIn } from '../support/people.ts';
import { routes } from '../support/routes.ts';
import { furnish, ids, newServer } from '../support/workshop.ts';

/**
 * Who may ask what, written down a second time, from what the workshop wants and not from the app's own table: a new endpoint fails this until it stands here. O owner,
 * T technician, W operator ("works"), U unsigned tablet, D display, F feed, G gauge, N nobody.
 */
const table: Readonly<Record<string, string>> = {
  ...every('OTWUDFGN', ['GET /api/health', 'GET /api/health/alive', 'GET /api/health/ready', 'GET /api/who']),
  ...every('OTWUDFGN', ['POST /api/let-in', 'POST /api/owner', 'POST /api/sign-in', 'POST /api/sign-out']),
  ...every('OTWUD', ['board', 'board/live'].map(get)),
  ...every('OTWU', [
    'POST /api/here',
    ...['bobbin-cases', 'bobbin-cases/[id]/life', 'bobbin-kinds', 'cones', 'jobs'].map(get),
    ...['jobs/[id]', 'jobs/[id]/picture', 'jobs/csv', 'jobs/stitch-factor', 'ledger', 'ledger/[id]'].map(get),
    ...['ledger/export', 'machines', 'machines/now', 'needle-kinds', 'operators', 'overrulings'].map(get),
    ...[
      'plans',
      'plans/[id]',
      'readers',
      'schemes',
      'schemes/[id]',
      'threads',
      'workshop',
      'things/[id]',
    ].map(get),
    ...['', '/feed', '/findings/changed', '/findings/cost', '/findings/happened', '/findings/needles']
      .concat('/findings/pairing', '/findings/places', '/findings/with', '/head', '/live')
      .concat('/maintenance.ics', '/positions/[position]', '/sewn', '/watches')
      .map((rest) => get(`machines/[id]${rest}`)),
  ]),
  ...every('OTWU', [
    'POST /api/ledger',
    ...['artwork', 'block', 'consumption', 'gauge-trace', 'head-plan', 'needle-advice', 'pairing', 'screw']
      .concat('share-out', 'trace', 'underside')
      .map((what) => `POST /api/compute/${what}`),
  ]),
  ...every('OT', [
    ...['bobbin-cases', 'bobbin-kinds', 'cones', 'jobs', 'machines', 'needle-kinds'].map(post),
    ...['plans', 'schemes', 'threads'].map(post),
    ...['bobbin-cases', 'bobbin-kinds', 'cones', 'machines', 'needle-kinds', 'threads'].flatMap((what) => [
      `PATCH /api/${what}/[id]`,
      `DELETE /api/${what}/[id]`,
    ]),
    'PATCH /api/customers',
    ...['DELETE /api/simulated', 'DELETE /api/jobs/[id]'],
    ...['PATCH /api/workshop', 'PUT /api/jobs/[id]', 'PUT /api/jobs/[id]/picture', 'PUT /api/plans/[id]'],
    ...['PUT /api/plans/[id]/seats', 'PUT /api/schemes/[id]', 'DELETE /api/schemes/[id]'],
  ]),
  'POST /api/overrulings': 'OTW',
  'PUT /api/own-secret': 'OTW',
  'POST /api/machines/[id]/feed': 'OF',
  'POST /api/machines/[id]/gauge': 'OTWG',
  ...every('O', [
    ...['access', 'access/ledger', 'devices', 'everything', 'feed-tokens', 'people', 'sessions'].map(get),
    ...['devices', 'everything', 'feed-tokens', 'operators', 'people'].map(post),
    ...['PATCH /api/access', 'PATCH /api/devices/[id]', 'PATCH /api/people/[id]'],
    ...[
      'DELETE /api/people/[id]',
      'DELETE /api/devices/[id]',
      'DELETE /api/feed-tokens/[id]',
      'DELETE /api/sessions/[id]',
    ],
  ]),
};

function every(who: string, endpoints: readonly string[]): Record<string, string> {
  return Object.fromEntries(endpoints.map((endpoint) => [endpoint, who]));
}
function get(rest: string): string {
  return `GET /api/${rest}`;
}
function post(rest: string): string {
  return `POST /api/${rest}`;
}

const letters: Readonly<Record<Role, string>> = {
  owner: 'O',
  technician: 'T',
  operator: 'W',
  tablet: 'U',
  display: 'D',
  feed: 'F',
  gauge: 'G',
  nobody: 'N',
};
const roles = Object.keys(letters) as Role[];

/** Every page, and who sees it; the others are sent to where they can sign in or be let in. */
const pages: readonly [string, string][] = [
  ['/sign-in', 'OTWU'],
  ['/let-in', 'OTWUDFGN'],
  ['/owner', 'OTWUDFGN'],
  ['/trust', 'OTWUDFGN'],
  ['/board', 'OTWUD'],
  ['/workshop', 'OTWU'],
  ['/test-one/run', 'OTWU'],
  ['/test-one/stores', 'OTWU'],
  ['/test-one/ledger', 'OTWU'],
  ['/people', 'O'],
];

let base = '';
let shown: Awaited<ReturnType<typeof everyRole>>;
beforeAll(async () => {
  base = (await newServer()).address;
  await furnish(base);
  shown = await everyRole(base);
});

test('every endpoint there is stands in the table, and nothing else does', async () => {
  const there = (await routes()).map(({ method, pattern }) => `${method} ${pattern}`);
  expect(Object.keys(table).sort()).toEqual(there.sort());
});

describe.each(roles)('as %s', (role) => {
  test('every endpoint is open or closed as the table says; what is closed says why, before it reads what was sent', async () => {
    // Signing out comes last: whoever did so is another.
    const inOrder = Object.entries(table).sort(
      ([a], [b]) => Number(/sign-out/.test(a)) - Number(/sign-out/.test(b)),
    );
    for (const [endpoint, who] of inOrder) {
      const [method, pattern] = endpoint.split(' ') as [string, string];
      const path = pattern
        .replace('machines/[id]', `machines/${ids.machine}`)
        .replace('[position]', '3')
        .replace('[id]', '00000000-0000-7000-8000-0000000000ff');
      // Nothing that would be taken: what may, is answered by what is wrong with it.
      const message = method === 'GET' || endpoint === 'POST /api/sign-out' ? undefined : { nonsense: true };
      const { status, body, headers } = await askAs<{ detail?: string }>(
        base,
        shown[role],
        method,
        path,
        message,
      );
      const isClosed = status === 401 || status === 403;
      // Signing in where nobody may is refused by itself.
      if (endpoint === 'POST /api/sign-in' && status === 401) continue;
      expect(isClosed, `${role}: ${endpoint} ${status} ${JSON.stringify(body).slice(0, 200)}`).toBe(
        !who.includes(letters[role]),
      );
      expect(status, endpoint).toBeLessThan(500);
      if (!isClosed) continue;
      expect(headers.get('content-type'), endpoint).toContain('application/problem+json');
      expect(body.detail, endpoint).toMatch(/owner|let in|technician|signed in|token/i);
    }
  });

  test('every page is shown, or leads to where one can sign in', async () => {
    // Signed out above, people sign in once more.
    const { [role as 'owner']: id } = shown.ids;
    if (id) shown[role] = await signIn(base, shown[role], id, pins[role as 'owner']);
    for (const [path, who] of pages) {
      const { status, headers } = await askAs(base, shown[role], 'GET', path);
      if (who.includes(letters[role])) expect(status, path).toBe(200);
      else {
        expect([302, 303, 307], path).toContain(status);
        expect(headers.get('location'), path).toMatch(
          role === 'display' ? /^\/board$/ : /^\/(sign-in|let-in)\?then=/,
        );
      }
    }
  });
});

test('what is measured is for an owner, and for a program on the computer itself; ids make no series of their own', async () => {
  for (const role of roles) {
    const { status } = await askAs(base, shown[role], 'GET', '/metrics');
    expect(status, role).toBe(role === 'owner' ? 200 : role === 'nobody' || role === 'tablet' ? 401 : 403);
  }
  const { body: told } = await askAs<string>(base, {}, 'GET', '/metrics');
  // The text format of Prometheus, version 0.0.4: a TYPE line for each, samples as name{labels} value.
  for (const line of [
    /^# TYPE vivid_request_seconds histogram$/m,
    /^vivid_request_seconds_count\{route="\/api\/machines\/\[id\]\/head",method="GET",status="200"\} [1-9]/m,
    /^vivid_queue\{queue="ledger"\} \d+$/m,
    /^vivid_pool\{state="all open"\} [1-9]/m,
    /^# TYPE vivid_batch_seconds histogram$/m,
    /^# TYPE vivid_feed_lag_seconds histogram$/m,
    /^process_cpu_seconds_total /m,
  ])
    expect(told).toMatch(line);
  expect(told).not.toContain(ids.machine);
});

test('the computer itself is asked nothing before sign-in is turned on, and everything after', async () => {
  expect((await askAs(base, {}, 'GET', '/api/people')).status).toBe(200);
  // What a proxy on this computer passes on is from the network, whoever it says it is for.
  for (const header of ['x-forwarded-for', 'forwarded'])
    expect((await askAs(base, { [header]: '127.0.0.1' }, 'GET', '/api/people')).status).toBe(401);
  expect((await askAs(base, {}, 'PATCH', '/api/access', { signIn: true })).status).toBe(200);
  expect((await askAs(base, {}, 'GET', '/api/people')).status).toBe(401);
  const page = await askAs(base, {}, 'GET', '/test-one/run');
  expect(page.headers.get('location')).toBe('/sign-in?then=%2Ftest-one%2Frun');
  expect((await askAs(base, shown.owner, 'PATCH', '/api/access', { signIn: false })).status).toBe(200);
  expect((await askAs(base, {}, 'GET', '/api/people')).status).toBe(200);
});
