import Link from 'next/link';
import { notFound } from 'next/navigation';
import { deference } from '../../../../../catalogue/cautions';
import { findMachine } from '../../../../../services/machines/machine-view';
import { paperOf, readSheet } from '../../../../../services/cleaning/sheets';
import { PrintButton } from '../../../../../ui/machines/PrintButton';
import { Paper } from '../../../../../ui/cleaning/Paper';
import { enter } from '../../../../_server/shop';

export const metadata = { title: 'Run sheet on paper' };

export default async function PaperPage({ params }: { params: Promise<{ sheet: string }> }) {
  const { shop } = await enter('clean');
  const { sheet: id } = await params;
  const sheet = readSheet(shop, id);
  if (!sheet) notFound();
  return (
    <>
      <p className="no-print">
        <Link className="go" href={`/clean/${id}`}>
          Back to the sheet
        </Link>{' '}
        <PrintButton />
      </p>
      <Paper
        machine={findMachine(shop, sheet.row.machineId)!.nickname}
        {...paperOf(shop, id)!}
        foot={deference}
      />
    </>
  );
}
