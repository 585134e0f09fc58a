import { notFound } from 'next/navigation';
import { sheetMachine } from '../../../../services/cleaning/sheet-machine';
import { findMachine } from '../../../../services/machines/machine-view';
import { draftRun } from '../../../../services/cleaning/sheets';
import { ProblemNote } from '../../../../ui/shared/forms/ProblemNote';
import { SheetWork } from '../../../../ui/cleaning/SheetWork';
import { enter } from '../../../_server/shop';

export const metadata = { title: 'Dry run' };

interface PracticePageProps {
  searchParams: Promise<{ machine?: string; pick?: string }>;
}

/** Any sheet, worked through without touching anything: nothing is kept. */
export default async function PracticePage({ searchParams }: PracticePageProps) {
  const { shop, actor } = await enter('clean');
  const { machine: id, pick = '' } = await searchParams;
  const machine = id ? findMachine(shop, id) : null;
  if (!machine) notFound();
  const picked = pick
    .split(',')
    .filter(Boolean)
    .map((key) => {
      const [stationId = '', task = ''] = key.split('.');
      return { stationId, task };
    });
  const run = draftRun(shop, machine.id, picked);
  return (
    <>
      <h1>Dry run: {machine.nickname}</h1>
      <p className="quiet">
        Hands off the machine: press through the sheet as if doing it. Nothing is recorded,{' '}
        {machine.nickname} is not held, and at the end you see what was skipped and why it matters.
      </p>
      {run.ok ? (
        <SheetWork
          sheetId={null}
          machine={sheetMachine(shop, machine)}
          run={run.value}
          initial={[]}
          now={shop.now()}
          person={actor.name}
          zone={shop.zone}
          wanting={[]}
          actions={null}
        />
      ) : (
        <ProblemNote problem={run.error} />
      )}
    </>
  );
}
