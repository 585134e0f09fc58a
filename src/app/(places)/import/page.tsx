import { ImportSessions } from '../../../ui/usage/ImportSessions';
import { enter } from '../../_server/shop';

export const metadata = { title: 'Import' };

export default async function ImportPage() {
  const { shop } = await enter('clean');
  return (
    <>
      <h1>Log hours from a file</h1>
      <p className="quiet">
        You see first what each row will become. The same file twice adds nothing. Times without an
        offset are in {shop.zone}.
      </p>
      <ImportSessions zone={shop.zone} />
    </>
  );
}
