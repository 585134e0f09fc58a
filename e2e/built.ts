import fs from 'node:fs';
import path from 'node:path';

const built = path.resolve(__dirname, '..', '.next', 'server');
const manifest = (name: string): unknown =>
  JSON.parse(fs.readFileSync(path.join(built, name), 'utf8'));

interface Reference {
  exportedName: string;
  /** the pages whose code holds it */
  workers: Record<string, unknown>;
}
const references = (
  manifest('server-reference-manifest.json') as { node: Record<string, Reference> }
).node;

const asAddress = (key: string) =>
  key.replace('/(places)', '').replace(/\/(page|route)$/, '') || '/';

/** A server action of the built app. */
export interface BuiltAction {
  /** what is sent to call it */
  id: string;
  name: string;
  /** a page that holds it: asked of any other, the server asks itself once more */
  at: string;
}

/** Every action of the built app. */
export const builtActions: readonly BuiltAction[] = Object.entries(references).map(
  ([id, { exportedName, workers }]) => {
    const pages = Object.keys(workers).map((key) => asAddress(key.replace(/^app/, '')));
    const at = pages.find((page) => !page.includes('[')) ?? pages[0]!;
    return { id, name: exportedName, at: at.replace(/\[[^\]]+\]/g, 'none') };
  },
);

/** The action of a name. */
export const builtAction = (name: string) => builtActions.find((action) => action.name === name)!;

const keys = Object.keys(manifest('app-paths-manifest.json') as object).filter(
  (key) => !key.startsWith('/_'),
);
/** Every page of the built app, as it stands in the address bar; in brackets what is filled in. */
export const builtPages = keys.filter((key) => key.endsWith('/page')).map(asAddress);
/** Every route and file of the built app that is made when it is asked for. */
export const builtRoutes = keys.filter((key) => !key.endsWith('/page')).map(asAddress);

/** What tells the server that a request calls an action. */
export const asCall = (id: string) => ({
  'next-action': id,
  accept: 'text/x-component',
  'content-type': 'text/plain;charset=UTF-8',
});
