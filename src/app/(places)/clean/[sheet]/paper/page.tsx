import { notFound } from 'next/navigation';
import { deference } from '../../../../../catalogue/cautions';
import { sheetSubject } from '../../../../../services/cleaning/bench';
import { paperOf, readSheet } from '../../../../../services/cleaning/sheets';
import { sheetMachine } from '../../../../../services/cleaning/sheet-machine';
import { findMachine } from '../../../../../services/machines/machine-view';
import { MachineDrawing } from '../../../../../ui/machines/drawing/MachineDrawing';
import { PrintButton } from '../../../../../ui/machines/PrintButton';
import { Paper } from '../../../../../ui/cleaning/Paper';
import { enter } from '../../../../_server/shop';

export const metadata = { title: 'Run sheet on paper' };

export default async function PaperPage({ params }: { params: Promise<{ sheet: string }> }) {
  const { shop } = await enter('clean');
  const { sheet: id } = await params;
  const sheet = readSheet(shop, id);
  if (!sheet) notFound();
  const subject = sheetSubject(shop, sheet.row);
  const paper = paperOf(shop, id)!;
  const machine = findMachine(shop, sheet.row.machineId)!;
  const { build, stations } = sheetMachine(shop, machine, subject.nickname);
  const worked = new Set(paper.run.tasks.map(({ stationId }) => stationId));
  return (
    <>
      <p className="no-print">
        <a className="go" href={`/clean/${id}`}>
          Back to the sheet
        </a>{' '}
        <PrintButton />
      </p>
      <Paper
        machine={subject.nickname}
        {...paper}
        foot={deference}
        drawing={
          <MachineDrawing
            build={build}
            machine={subject.nickname}
            stations={stations}
            target={stations.filter((one) => worked.has(one.id)).map(({ slug }) => slug)}
          />
        }
      />
    </>
  );
}
