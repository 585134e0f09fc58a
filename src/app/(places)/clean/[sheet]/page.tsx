import { notFound } from 'next/navigation';
import { deference } from '../../../../catalogue/cautions';
import { notTakenUp } from '../../../../services/cleaning/abandon';
import { handOver } from '../../../../services/cleaning/hand-over';
import { sheetMachine } from '../../../../services/cleaning/sheet-machine';
import { findMachine } from '../../../../services/machines/machine-view';
import { sheetWanting } from '../../../../services/cleaning/sign-off';
import { sheetSubject } from '../../../../services/cleaning/bench';
import { eventsOf } from '../../../../services/cleaning/events';
import { readSheet, runOf, sheetRow } from '../../../../services/cleaning/sheets';
import { ago } from '../../../../ui/shared/marks/when';
import { HandOverPage } from '../../../../ui/cleaning/HandOver';
import { TakeUpAgain } from '../../../../ui/cleaning/TakeUpAgain';
import { SheetWork } from '../../../../ui/cleaning/SheetWork';
import { enter } from '../../../_server/shop';
import * as actions from '../../../actions/cleaning';

export const metadata = { title: 'Clean-down' };

export default async function SheetPage({ params }: { params: Promise<{ sheet: string }> }) {
  const { shop, actor } = await enter('clean');
  const sheet = readSheet(shop, (await params).sheet);
  if (!sheet) notFound();
  const machine = findMachine(shop, sheet.row.machineId)!;
  const subject = sheetSubject(shop, sheet.row);
  if (sheet.row.closedAt !== null) {
    const row = sheetRow(shop, sheet.row.id)!;
    return (
      <HandOverPage
        machine={subject}
        over={handOver(shop, row)}
        now={shop.now()}
        zone={shop.zone}
        again={
          notTakenUp(shop, row) === null ? (
            <TakeUpAgain sheetId={row.id} take={actions.takeUpAgainAction} />
          ) : null
        }
      />
    );
  }
  return (
    <>
      <h1>
        {sheet.row.occasion === 'between cuts'
          ? `${machine.nickname}: between two cuts`
          : `Clean ${subject.nickname}${subject.bench ? ' at the bench' : ''}`}
      </h1>
      <p className="quiet">
        Started by {sheet.row.startedBy} {ago(sheet.row.startedAt, shop.now(), shop.zone)}. Every
        press is kept at once.{' '}
        <a className="line" href={`/clean/${sheet.row.id}/paper`}>
          On paper
        </a>
        {sheet.row.campaignId && (
          <>
            {' · '}
            <a className="line" href={`/clean/campaign/${sheet.row.campaignId}`}>
              The whole campaign
            </a>
          </>
        )}
      </p>
      <SheetWork
        sheetId={sheet.row.id}
        machine={sheetMachine(shop, machine, subject.nickname)}
        run={runOf(shop, sheet.row.id)!}
        initial={eventsOf(shop, sheet.row.id)}
        now={shop.now()}
        person={actor.name}
        zone={shop.zone}
        wanting={sheetWanting(shop, sheet)}
        actions={{ signOff: actions.signOffAction, abandon: actions.abandonAction }}
        changeWords={actions.changeStepWordsAction}
      />
      <p className="quiet">{deference}</p>
    </>
  );
}
