import { Link } from '../../../../../ui/shared/Link';
import { notFound } from 'next/navigation';
import { deference } from '../../../../../catalogue/cautions';
import { sheetSubject } from '../../../../../services/cleaning/bench';
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
        machine={sheetSubject(shop, sheet.row).nickname}
        {...paperOf(shop, id)!}
        foot={deference}
      />
    </>
  );
}
