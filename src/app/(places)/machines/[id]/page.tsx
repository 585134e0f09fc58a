import { kept, ofNow } from '../../../../services/kept';
import { fireLoad } from '../../../../core/care/fire-load';
import { FireLoad } from '../../../../ui/shared/marks/FireLoad';
import { notFound } from 'next/navigation';
import { findFamily } from '../../../../catalogue/catalogue';
import { stationKinds } from '../../../../catalogue/stations';
import { stationSaw } from '../../../../services/care/station-saw';
import { stationArithmetic } from '../../../../services/care/arithmetic';
import { inMinutes } from '../../../../services/today/choice';
import { acceptedMarks } from '../../../../services/faults/accepted-marks';
import { forecastNow } from '../../../../services/forecast/forecast';
import { cardFields } from '../../../../services/machines/machines';
import { drawnBuild, isBuildSaid } from '../../../../services/machines/builds';
import { findMachine, stationHistory } from '../../../../services/machines/machine-view';
import { Below } from '../../../../ui/shared/first-picture';
import { packed } from '../../../../ui/shared/packed';
import { Allowed } from '../../../../ui/shared/frame/Allowed';
import { IHave } from '../../../../ui/today/IHave';
import { PutBacks } from '../../../../ui/cleaning/PutBacks';
import { Marks } from '../../../../ui/machines/Marks';
import { FaultLine } from '../../../../ui/faults/FaultLine';
import { Card, Manage } from '../../../../ui/machines/Manage';
import classes from '../../../../ui/machines/Machine.module.css';
import { StationPanel } from '../../../../ui/machines/StationPanel';
import { HoldTag } from '../../../../ui/shared/marks/HoldTag';
import { StateMark } from '../../../../ui/shared/marks/StateMark';
import { ago, dayDate } from '../../../../ui/shared/marks/when';
import { QuietDays } from '../../../../ui/usage/QuietDays';
import { Slots } from '../../../../ui/parts/Slots';
import { Rooms } from '../../../../ui/machines/Rooms';
import { machineSlots } from '../../../../services/parts/module-views';
import { stationsGone } from '../../../../services/machines/machines';
import { namesInUse } from '../../../../services/people/people';
import { openMeterQuestions, quietDays } from '../../../../services/usage/meters';
import { compareStates } from '../../../../core/care/due';
import { firstLook, unknownTasks, type StationDue } from '../../../../services/care/due';
import { startOfLocalDay } from '../../../../core/units/zone';
import { drawnParts } from '../../../../ui/machines/drawing/drawn-parts';
import { MachineDrawing } from '../../../../ui/machines/drawing/MachineDrawing';
import { Ribbon } from '../../../../ui/shared/ribbon/Ribbon';
import { ribbonColumns } from '../../../../ui/shared/ribbon/columns';
import { ReleaseForm } from '../../../../ui/faults/ReleaseForm';
import { theBoard } from '../../../_server/board';
import { enter } from '../../../_server/shop';
import * as faultActions from '../../../actions/faults';
import * as actions from '../../../actions/machines';
import { noteQuietDayAction } from '../../../actions/usage';
import { putRightAction } from '../../../actions/cleaning';
import { inMinutesAction } from '../../../actions/today';
import * as planActions from '../../../actions/care';
import * as partsActions from '../../../actions/parts';
import type { Board } from '../../../../services/today/board';

interface MachinePageProps {
  params: Promise<{ id: string }>;
  searchParams: Promise<{ station?: string; sum?: string }>;
}

export async function generateMetadata({ params }: MachinePageProps) {
  const { shop } = await enter('see');
  return { title: findMachine(shop, (await params).id)?.nickname ?? 'Machine' };
}

// eslint-disable-next-line max-lines-per-function -- one screen, from top to bottom, whose parts share their state
export default async function MachinePage({ params, searchParams }: MachinePageProps) {
  const { shop, actor } = await enter('see');
  const [{ id }, { station: slug, sum }] = await Promise.all([params, searchParams]);
  const row = findMachine(shop, id);
  if (!row) notFound();
  const family = findFamily(row.family)!;
  const board = theBoard();
  const machine = board.machines.find((candidate) => candidate.id === id);
  if (!machine) {
    return (
      <>
        <h1>{row.nickname}</h1>
        <p>
          Retired {ago(row.retiredAt!, board.now, shop.zone)}. Its entries stay in the{' '}
          <a className="line" href={`/record?machine=${id}`}>
            record
          </a>
          .
        </p>
      </>
    );
  }
  const { now } = board;
  const holds = board.holds.filter(({ machineId }) => machineId === id);
  const station =
    machine.stations.find((candidate) => candidate.slug === slug) ??
    heaviest(machine.stations) ??
    machine.stations[0];
  const unknown = unknownTasks(machine).length;
  const forecast = forecastNow(shop, id);
  const keptHere = <T,>(name: string, read: () => T) => kept(shop, `${name} ${id}`, ofNow, read);
  const questions = keptHere('meter questions', () => openMeterQuestions(shop, id));
  const summed = station?.tasks.find(({ task }) => task.key === sum);
  const group = summed?.task.group;
  return (
    <>
      <header className={classes.head}>
        <h1>{machine.nickname}</h1>
        <span className="quiet">{family.name}</span>
        <StateMark state={holds.length > 0 ? 'hold' : machine.state} />
        <FireLoad load={fireLoad(machine.stations)} place />
        <span className="quiet">
          {machine.lastUse === null
            ? 'No use logged yet.'
            : `Last used ${ago(machine.lastUse, now, shop.zone)}; ${(machine.weekSeconds / 3600).toFixed(1)} run hours in 7 days.`}
        </span>
      </header>
      <Rooms machine={machine} here="" />
      {unknown > 0 && (
        <p className="quiet">
          Of {unknown} of its tasks nobody has said when they were last done: they count as neither
          clean nor dirty.{' '}
          <Allowed right="set up">
            <a className="line" href={`/machines/${id}/before`}>
              Say what is known
            </a>
          </Allowed>
        </p>
      )}
      {!isBuildSaid(shop, id) && (
        <Allowed right="set up">
          <p className="quiet">
            Its sheets take it for built as most of its family.{' '}
            <a className="line" href={`/machines/${id}/build`}>
              Say where it differs
            </a>
          </p>
        </Allowed>
      )}
      <Allowed right="clean">
        <QuietDays
          machine={{ id, nickname: machine.nickname }}
          days={keptHere('quiet days', () => quietDays(shop, id)).map((day) => ({
            day,
            name: dayDate(startOfLocalDay(day, shop.zone), shop.zone, now),
          }))}
          stoodStill={noteQuietDayAction}
        />
      </Allowed>
      {questions.length > 0 && (
        <p className="quiet">
          Its meter and its log differ{' '}
          {questions.length === 1 ? 'once' : `${questions.length} times`} of late.{' '}
          <a className="line" href={`/machines/${id}/meter`}>
            Look
          </a>
        </p>
      )}
      <div className={classes.ribbon}>
        <Ribbon
          machine={{ id, nickname: machine.nickname }}
          columns={ribbonColumns(machine.stations, board.strengths.get(id)?.strength)}
          size="machine"
          current={station?.slug}
        />
      </div>
      <div className={classes.page}>
        {station && (
          <StationPanel
            machineId={id}
            station={station}
            history={keptHere(`history ${station.slug}`, () => stationHistory(shop, station.id))}
            saw={keptHere(`saw ${station.slug}`, () => stationSaw(shop, station, now))}
            arithmetic={
              summed && group && group !== 'coolant'
                ? {
                    task: summed.task.key,
                    rows: stationArithmetic(shop, station.stays, group, summed.countsFrom, now),
                  }
                : null
            }
            now={now}
            zone={shop.zone}
            forecasts={Object.fromEntries(
              station.tasks.map((task) => [task.task.key, forecast.due(task)]),
            )}
            today={forecast.today}
            unseen={firstLook(station) !== null}
            all={machine.stations.flatMap((one) =>
              one.tasks.map(({ task }) => ({
                stationId: one.id,
                task: task.key,
                station: one.name,
                name: task.name,
              })),
            )}
            people={[actor.name, ...namesInUse(shop).filter((name) => name !== actor.name)]}
            actions={{
              defer: planActions.deferAction,
              call: planActions.callAction,
              look: planActions.lookFirstAction,
              done: planActions.recordDoneAction,
            }}
          />
        )}
        <div className={classes.side}>
          <Stopped board={board} machineId={id} zone={shop.zone} />
          <section className="panel" aria-labelledby="drawn">
            <h2 id="drawn">Where it lies</h2>
            <MachineDrawing
              build={drawnBuild(shop, row)}
              machine={machine.nickname}
              stations={drawnParts(machine.stations)}
              target={station ? [station.slug] : []}
              href={(slug) => `/machines/${id}?station=${slug}`}
            />
          </section>
          {holds.every(({ why }) => why === 'fire load') && (
            <Allowed right="clean">
              <IHave
                initial={keptHere('in minutes', () => packed(inMinutes(shop, board, 25, id)))}
                ask={inMinutesAction.bind(null, id)}
                now={now}
                zone={shop.zone}
              />
            </Allowed>
          )}
          <Below>
            <Marks
              machineId={id}
              marks={acceptedMarks(shop, id)}
              stations={machine.stations.map((one) => ({ value: one.id, label: one.name }))}
              now={now}
              zone={shop.zone}
              actions={{ accept: faultActions.acceptMarkAction, drop: faultActions.dropMarkAction }}
            />
            <Allowed right="set up">
              <Slots
                machine={{ id, nickname: machine.nickname }}
                slots={keptHere('slots', () => machineSlots(shop, id))}
                now={now}
                zone={shop.zone}
                actions={{
                  add: partsActions.addModuleAction,
                  move: partsActions.moveModuleAction,
                  replace: partsActions.replaceModuleAction,
                  end: partsActions.endModuleAction,
                }}
              />
            </Allowed>
            <Allowed right="set up">
              <Card
                machineId={id}
                fields={[...cardFields]}
                card={row.card}
                change={actions.changeCardAction}
              />
            </Allowed>
            <AtLabel machineId={id} />
            <Allowed right="set up">
              <Manage
                key={machine.nickname}
                machine={{ id, nickname: machine.nickname }}
                stations={machine.stations.map((one) => ({ id: one.id, name: one.name }))}
                kinds={stationKinds.map((kind) => ({ id: kind.id, name: kind.name }))}
                rename={actions.renameMachineAction}
                retire={actions.retireMachineAction}
                renewLabel={actions.renewLabelAction}
                hold={actions.holdMachineAction}
                addStation={actions.addStationAction}
                renameStation={actions.renameStationAction}
                removeStation={actions.removeStationAction}
                restoreStation={actions.restoreStationAction}
                removed={stationsGone(shop, id)}
              />
            </Allowed>
          </Below>
        </div>
      </div>
    </>
  );
}

/** What keeps the machine from use or limits it, what is watched, and what is mended for now. */
function Stopped({ board, machineId, zone }: { board: Board; machineId: string; zone: string }) {
  const { now } = board;
  const ours = (one: { machineId: string }) => one.machineId === machineId;
  const holds = board.holds.filter(ours);
  const limited = board.restrictions.filter(ours);
  const faults = board.faults.filter(ours);
  const watched = board.watched.filter(ours);
  const putBacks = board.putBacks.filter(ours);
  const stopped = holds.length + faults.length + limited.length;
  if (stopped + watched.length + putBacks.length === 0) return null;
  return (
    <section className="panel" aria-labelledby="stopped">
      <h2 id="stopped">{stopped > 0 ? 'Stopped or broken' : 'On watch or mended for now'}</h2>
      {holds.map((hold) => (
        <div key={hold.id}>
          <HoldTag words={hold.words} />
          <p className="quiet">
            {hold.person},{' '}
            {hold.why === 'fire load' ? 'until it is cleaned' : ago(hold.since, now, zone)}
          </p>
          {hold.why === 'by hand' && (
            <Allowed right="diagnose">
              <ReleaseForm holdId={hold.id} release={actions.releaseHoldAction} />
            </Allowed>
          )}
          {hold.why === 'fire load' && (
            <Allowed right="clean">
              <a className="go" href={`/clean?machine=${machineId}`}>
                Clean it
              </a>
            </Allowed>
          )}
          {hold.why === 'cleaning' && (
            <Allowed right="clean">
              <a
                className="go"
                href={`/clean/${board.sheets.find(({ row: sheet }) => sheet.holdId === hold.id)?.row.id}`}
              >
                Resume the clean-down
              </a>
            </Allowed>
          )}
        </div>
      ))}
      {limited.map((one) => (
        <p key={one.id}>
          <b>In use only so:</b>{' '}
          <a className="line" href={`/faults/${one.faultId}`}>
            {one.words}
          </a>
        </p>
      ))}
      {faults.map((fault) => (
        <a key={fault.id} className="plain" href={`/faults/${fault.id}`}>
          <FaultLine fault={fault} now={now} zone={zone} />
        </a>
      ))}
      {watched.map((one) => (
        <p key={one.faultId}>
          <b>On watch:</b>{' '}
          <a className="line" href={`/faults/${one.faultId}`}>
            {one.words}
          </a>
          <span className="quiet">; {one.answers} of the next 2 users asked</span>
        </p>
      ))}
      <Allowed right="clean">
        <PutBacks items={putBacks} now={now} zone={zone} putRight={putRightAction} />
      </Allowed>
    </section>
  );
}

function AtLabel({ machineId }: { machineId: string }) {
  return (
    <section className="panel" aria-labelledby="label">
      <h2 id="label">At the machine</h2>
      <p>
        Operators log, report and look from their phones by the label on the machine, without an
        account.
      </p>
      <Allowed right="clean">
        <a className="go" href={`/machines/${machineId}/label`}>
          Print the label
        </a>{' '}
      </Allowed>
      <a className="go" href={`/record?machine=${machineId}`}>
        Its record
      </a>
    </section>
  );
}

/** The station to open when none was asked for: the one that stands worst. */
function heaviest(stations: readonly StationDue[]): StationDue | undefined {
  return [...stations]
    .filter(({ kind, worst }) => kind !== 'debris' && worst !== null)
    .sort(
      ({ worst: a }, { worst: b }) =>
        compareStates(b!.standing.state, a!.standing.state) || b!.standing.used - a!.standing.used,
    )[0];
}
