import { request as requestKit, type APIRequestContext, type Page } from '@playwright/test';
import { may, refusalWords, roles, type Right, type Role } from '../src/core/people/roles';
import { asCall, builtActions, builtPages, builtRoutes, type BuiltAction } from './built';
import { actionRights, pageRights, routeRights } from './rights';
import { addMachine, expect, here, technician, test, welcome } from './shop';

test.use({ suite: 'roles' });
test.describe.configure({ mode: 'serial', timeout: 240_000 });

const apiRoutes = builtRoutes.filter((route) => route.startsWith('/api/'));

const names: Readonly<Record<Exclude<Role, 'technician'>, string>> = {
  helper: 'Bo',
  operator: 'Ines',
  reader: 'Rhea',
};
const password = 'another-long-one';
const requests = new Map<Role, APIRequestContext>();
let machineId: string;

/** Keeps who is signed in on a page for the walks, which go on without it. */
async function keep(role: Role, page: Page) {
  const storageState = await page.context().storageState();
  requests.set(role, await requestKit.newContext({ storageState }));
}

test.afterAll(async () => {
  for (const request of requests.values()) await request.dispose();
});

async function signInAs(page: Page, url: string, name: string, secret: string) {
  await page.goto(`${url}/sign-in`);
  await page.getByLabel('Name').fill(name);
  await page.getByLabel('Password').first().fill(secret);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('link', { name: 'Today' })).toBeVisible();
}

test('everyone is invited by a link, chooses a password and comes in with their role', async ({
  page,
  server,
  browser,
}) => {
  await welcome(page, server.url);
  machineId = (await addMachine(page, server.url, 'Wren', 'Enclosed diode')).split('/').at(-1)!;
  await keep('technician', page);
  await page.goto(`${server.url}/setup/people`);
  for (const role of ['helper', 'operator', 'reader'] as const) {
    await page.getByRole('textbox', { name: 'Name' }).fill(names[role]);
    await page.getByRole('radio', { name: new RegExp(`^${role}`) }).check();
    await page.getByRole('button', { name: 'Add and invite' }).click();
    const link = page.locator('code').filter({ hasText: '/join/' });
    await expect(page.getByRole('status').filter({ hasText: names[role] })).toBeVisible();
    const other = await (await browser.newContext()).newPage();
    await other.goto(here(server, (await link.textContent())!));
    await expect(other.getByText(`You come in as ${role}`)).toBeVisible();
    await other.getByLabel('Your password').fill('short');
    await other.getByRole('button', { name: 'Save and come in' }).click();
    await expect(other.getByText('A password has at least 10')).toBeVisible();
    await other.getByLabel('Your password').fill(password);
    await other.getByRole('button', { name: 'Save and come in' }).click();
    await expect(other.getByRole('link', { name: 'Today' })).toBeVisible();
    await keep(role, other);
    await other.goto(here(server, (await link.textContent())!));
    await expect(other.getByText('has been used')).toBeVisible();
  }
});

test('the tables of rights name every action, page and route there is', () => {
  expect(builtActions.map(({ name }) => name).sort()).toEqual(Object.keys(actionRights).sort());
  expect([...builtPages].sort()).toEqual(Object.keys(pageRights).sort());
  expect([...apiRoutes].sort()).toEqual(Object.keys(routeRights).sort());
});

test('every action, as every role and as a stranger', async ({ server }) => {
  const stranger = await requestKit.newContext();
  const call = async (request: APIRequestContext, { id, at }: BuiltAction) => {
    const answer = await request.post(server.url + at, {
      headers: { ...asCall(id), Origin: server.url },
      data: '[]',
      maxRedirects: 0,
    });
    return answer.text();
  };
  for (const action of builtActions) {
    const { name } = action;
    const right = actionRights[name]!;
    if (right === 'open') continue;
    expect(await call(stranger, action), `${name} as a stranger`).toContain('You are signed out');
    for (const role of roles) {
      // signing out and ending people would end the walk; that they are allowed is told by the others
      if (role === 'technician') continue;
      const said = await call(requests.get(role)!, action);
      const refused = said.includes(refusalWords(role, right));
      expect(refused, `${name} as ${role}: ${said.slice(0, 300)}`).toBe(!may(role, right));
      expect(said.includes('You are signed out'), `${name} as ${role} is signed in`).toBe(false);
    }
  }
  await stranger.dispose();
});

test('arguments that no page sends are refused in words, whoever sends them', async ({
  server,
}) => {
  test.setTimeout(180_000);
  const forged = [
    '[]',
    '[null]',
    '[{}]',
    '[[]]',
    '[1,2,3]',
    '["x",null]',
    '[{"machineId":7,"signs":"all","key":{}},{}]',
    '["x","y","z","v","w"]',
    '[true,{"0":{}}]',
  ];
  const technicians = requests.get('technician')!;
  for (const { id, name, at } of builtActions) {
    // without arguments these do what they say
    if (name === 'signOutAction') continue;
    for (const body of forged) {
      const answer = await technicians.post(server.url + at, {
        headers: { ...asCall(id), Origin: server.url },
        data: body,
        maxRedirects: 0,
      });
      expect(answer.status(), `${name} with ${body}`).toBeLessThan(500);
    }
  }
});

test('no action works for a request that names no page of ours, open ones neither', async ({
  server,
}) => {
  const technicians = requests.get('technician')!;
  for (const { id, name, at } of builtActions) {
    const answer = await technicians.post(server.url + at, {
      headers: asCall(id),
      data: '[]',
      maxRedirects: 0,
    });
    const said = await answer.text();
    // signing out answers nothing: whoever asked is still in
    if (name === 'signOutAction') expect(answer.status()).toBe(200);
    else expect(said, name).toContain('from another site, or by no page at all');
  }
  expect((await technicians.get(`${server.url}/record`)).url()).toBe(`${server.url}/record`);
});

test('every page, as every role and as a stranger', async ({ server }) => {
  const stranger = await requestKit.newContext();
  const address = (page: string) =>
    server.url +
    page.replace('/machines/[id]', `/machines/${machineId}`).replace(/\[[^\]]+\]/g, 'none');
  // whoever has a machine's label link comes in without an account: only what prints it may hold it
  const labels = ['/machines/[id]/label', '/setup/labels'];
  const printed = await requests.get('technician')!.get(address(labels[0]!));
  const [, secret] = /\/at\/([\w-]{10,})/.exec(await printed.text())!;
  for (const page of builtPages) {
    const right = pageRights[page]!;
    if (right === 'open') continue;
    const out = await stranger.get(address(page));
    expect(out.url(), `${page} as a stranger`).toBe(`${server.url}/sign-in`);
    for (const role of roles) {
      const answer = await requests.get(role)!.get(address(page));
      const refused = new URL(answer.url()).pathname === '/refused';
      expect(refused, `${page} as ${role}`).toBe(page === '/refused' || !may(role, right));
      if (refused && page !== '/refused')
        expect(await answer.text()).toContain('Not for your role');
      expect(answer.status(), `${page} as ${role}`).toBeLessThan(500);
      const told = (await answer.text()).includes(secret!);
      expect(told, `${page} holds the label link`).toBe(!refused && labels.includes(page));
    }
  }
  await stranger.dispose();
});

test('every route, as every role, as a stranger and from another site', async ({ server }) => {
  const stranger = await requestKit.newContext();
  const expectStatus = (allowed: boolean, status: number, what: string) => {
    if (allowed) expect([401, 403], what).not.toContain(status);
    else expect(status, what).toBe(403);
    expect(status, what).toBeLessThan(500);
  };
  for (const route of apiRoutes) {
    for (const [method, right] of Object.entries(routeRights[route]!)) {
      const address =
        server.url + route.replace('[...path]', 'due').replace('[id]', machineId) + '?name=x';
      const ask = (request: APIRequestContext, headers: Record<string, string> = {}) =>
        request.fetch(address, {
          method,
          headers: { ...(method !== 'GET' && { Origin: server.url }), ...headers },
          ...(method === 'POST' && { data: '[]' }),
        });
      // a link that is not in force is not there at all
      const refused = right === 'link' ? 404 : 401;
      expect((await ask(stranger)).status(), `${method} ${route} as a stranger`).toBe(refused);
      if (right === 'device' || right === 'link') continue;
      for (const role of roles) {
        const answer = await ask(requests.get(role)!);
        expectStatus(may(role, right as Right), answer.status(), `${method} ${route} as ${role}`);
      }
      if (method === 'GET') continue;
      // browsers name the origin on plain HTTP too, where they send no Sec-Fetch-Site
      const strange: Record<string, string>[] = [
        { 'sec-fetch-site': 'cross-site' },
        { Origin: 'http://elsewhere.invalid' },
        { Origin: '' },
        { Origin: 'null' },
      ];
      for (const headers of strange) {
        const crossed = await ask(requests.get('technician')!, headers);
        expect(crossed.status(), `${method} ${route} with ${JSON.stringify(headers)}`).toBe(403);
      }
    }
  }
  await stranger.dispose();
});

test('each sees what is theirs to do, and a role changes from the next press on', async ({
  page,
  server,
  browser,
}) => {
  await signInAs(page, server.url, names.reader, password);
  await expect(page.getByRole('link', { name: 'Log hours' })).toHaveCount(0);
  await expect(page.getByRole('link', { name: 'Set-up' })).toHaveCount(0);
  const desk = await (await browser.newContext()).newPage();
  await signInAs(desk, server.url, technician.name, technician.password);
  await desk.goto(`${server.url}/setup/people`);
  const item = desk.getByRole('listitem').filter({ hasText: names.reader });
  const role = item.getByRole('combobox', { name: `Role of ${names.reader}` });
  await role.selectOption('operator');
  await expect(role).toHaveValue('operator');
  // no open page keeps the old role: they sign in anew
  await page.goto(server.url);
  await expect(page).toHaveURL(`${server.url}/sign-in`);
  await signInAs(page, server.url, names.reader, password);
  await expect(page.getByRole('link', { name: /Log hours/ })).toBeVisible();
  await expect(page.getByRole('link', { name: /^Clean C/ })).toHaveCount(0);
  // has left: signed out everywhere at once
  await item.getByText('Invitation, code, sign-out').click();
  await item.getByRole('button', { name: 'Mark as left' }).click();
  await expect(item.getByText(/^left/)).toBeVisible();
  await page.goto(server.url);
  await expect(page).toHaveURL(`${server.url}/sign-in`);
  // the last technician cannot be made less
  const own = desk.getByRole('combobox', { name: `Role of ${technician.name}` });
  await own.selectOption('reader');
  await expect(desk.getByText('The last technician stays technician')).toBeVisible();
  await expect(own).toHaveValue('technician');
});
