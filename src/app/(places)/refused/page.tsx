import { refusalWords, rights } from '../../../core/people/roles';
import { enter } from '../../_server/shop';

export const metadata = { title: 'Not for your role' };

export default async function RefusedPage({
  searchParams,
}: {
  searchParams: Promise<{ what?: string }>;
}) {
  const { role } = await enter('see');
  const { what } = await searchParams;
  const right = rights.find((one) => one === what) ?? 'see';
  return (
    <>
      <h1>Not for your role</h1>
      <p>{refusalWords(role, right)}</p>
    </>
  );
}
