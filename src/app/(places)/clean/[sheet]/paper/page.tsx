import Link from 'next/link';
import { notFound } from 'next/navigation';
import { deference } from '../../../../../catalogue/cautions';
import { findMachine } from '../../../../../services/machine-view';
import { progressOf } from '../../../../../core/sheet/progress';
import { arrange } from '../../../../../core/sheet/run';
import { readSheet, runOf, ticksOf } from '../../../../../services/sheets';
import { PrintButton } from '../../../../../ui/machine/PrintButton';
import { Paper } from '../../../../../ui/sheet/Paper';
import { enter } from '../../../../_server/shop';

export const metadata = { title: 'Run sheet on paper' };

export default async function PaperPage({ params }: { params: Promise<{ sheet: string }> }) {
  const { shop } = await enter();
  const { sheet: id } = await params;
  const sheet = readSheet(shop, id);
  if (!sheet) notFound();
  const run = runOf(shop, id)!;
  const progress = progressOf(ticksOf(shop, id));
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
        run={run}
        progress={progress}
        arranged={arrange(run, progress.ways, progress.sequence)}
        foot={deference}
      />
    </>
  );
}
