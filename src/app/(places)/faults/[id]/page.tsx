import { inPercent } from '../../../../core/units/percent';
import { notFound } from 'next/navigation';
import { Fragment } from 'react';
import { faultTitle } from '../../../../catalogue/signs';
import { causeWords } from '../../../../catalogue/causes';
import { causeStations } from '../../../../catalogue/diagnosis';
import type { MachineDue } from '../../../../services/care/due';
import type { Shop } from '../../../../services/shop';
import { diagnose, type Diagnosis } from '../../../../services/faults/diagnosis';
import { readFault, type Fault } from '../../../../services/faults/faults';
import { faultLinks, type FaultLinks } from '../../../../services/faults/links';
import { restrictions } from '../../../../services/faults/return';
import { suggestedCalls } from '../../../../services/care/call-or-defer';
import { keptOf, ofThisMinute } from '../../../../services/kept';
import { storeItems } from '../../../../services/inventory/inventory';
import { drawnBuild } from '../../../../services/machines/builds';
import { benchProofs } from '../../../../services/readings/bench/answers';
import { strengthSince } from '../../../../services/readings/strength/burns';
import { CallBySign } from '../../../../ui/faults/CallBySign';
import { DiagnosisPanel } from '../../../../ui/faults/DiagnosisPanel';
import classes from '../../../../ui/faults/Faults.module.css';
import { ReleaseForm } from '../../../../ui/faults/ReleaseForm';
import { LiftForm } from '../../../../ui/faults/LiftForm';
import { Story } from '../../../../ui/faults/Story';
import { Steps } from '../../../../ui/faults/Steps';
import { MachineDrawing } from '../../../../ui/machines/drawing/MachineDrawing';
import { Below } from '../../../../ui/shared/first-picture';
import { Allowed } from '../../../../ui/shared/frame/Allowed';
import { HoldTag } from '../../../../ui/shared/marks/HoldTag';
import { ago, dayDate, span } from '../../../../ui/shared/marks/when';
import { theBoard } from '../../../_server/board';
import { UnsentNote } from '../../../../ui/mail/UnsentNote';
import { enter } from '../../../_server/shop';
import * as actions from '../../../actions/faults';
import { releaseHoldAction } from '../../../actions/machines';
import { callAction } from '../../../actions/care';

export const metadata = { title: 'Fault' };

// eslint-disable-next-line max-lines-per-function -- one screen, from top to bottom, whose parts share their state
export default async function FaultPage({ params }: { params: Promise<{ id: string }> }) {
  const { shop } = await enter('see');
  const fault = readFault(shop, (await params).id);
  if (!fault) notFound();
  const { now, faults, machines, unsent } = theBoard();
  const machine = machines.find(({ id }) => id === fault.machineId);
  const others = faults.filter(
    ({ id, machineId }) => id !== fault.id && machineId === fault.machineId,
  );
  // it weighs all that was ever found: who looks at a fault looks more than once
  const diagnosis = keptOf(
    shop,
    `diagnosis ${fault.id}`,
    ofThisMinute,
    () => ({ value: diagnose(shop, fault), of: [fault.machineId] }),
    { besidesUse: true },
  );
  const diagnosing = fault.stage === 'reported' || fault.stage === 'diagnosed';
  // a screen of causes and checks stands above it then
  const Rest = diagnosing ? Below : Fragment;
  const seen = fault.steps.at(-1)?.id ?? null;
  const limited = restrictions(shop, fault.machineId).find(({ faultId }) => faultId === fault.id);
  return (
    <>
      <div className={classes.bar}>
        <h1>
          <a className="plain" href={`/machines/${fault.machineId}`}>
            {fault.machine}
          </a>
          : {faultTitle(fault.signs, fault.note)}
        </h1>
        {fault.holdIds.length > 0 && <HoldTag words="until proved" />}
      </div>
      {fault.signs.includes('fire') && (
        <Allowed right="clean">
          <p>
            <a className="line" href={`/machines/${fault.machineId}/after-fire`}>
              Look it over part by part
            </a>{' '}
            before anything is wiped; then the cleaning is ordinary or deep.
          </p>
        </Allowed>
      )}
      <UnsentNote unsent={unsent.filter(({ faultId }) => faultId === fault.id)} />
      <div className={classes.page}>
        <section aria-labelledby="story">
          <h2 id="story" className="visually-hidden">
            Story
          </h2>
          <Times fault={fault} />
          <Chain
            fault={fault}
            diagnosis={diagnosis}
            expected={
              fault.waiting?.expected ? dayDate(fault.waiting.expected, shop.zone, now) : null
            }
          />
          <Links
            links={faultLinks(shop, fault)}
            again={fault.again}
            when={(at) => ago(at, now, shop.zone)}
          />
          {limited && (
            <div className={classes.alike} style={{ marginTop: 14 }}>
              <p>
                <b>In use only so:</b> {limited.words}
              </p>
              <Allowed right="diagnose">
                <LiftForm id={limited.id} lift={actions.liftRestrictionAction} />
              </Allowed>
            </div>
          )}
          <Story
            fault={fault}
            now={now}
            zone={shop.zone}
            drawing={
              machine && <Where fault={fault} machine={machine} diagnosis={diagnosis} shop={shop} />
            }
          />
          {fault.duplicateOf && (
            <a className="line" href={`/faults/${fault.duplicateOf}`}>
              The fault it duplicates
            </a>
          )}
        </section>
        {fault.closedAs ? (
          <section className="panel">
            <h2>Closed as {fault.closedAs}</h2>
            <p className="quiet">If it comes back, report it again: the book keeps both.</p>
          </section>
        ) : (
          <Allowed right="diagnose">
            <section className="panel" aria-label="Next step">
              {diagnosing && (
                <DiagnosisPanel
                  faultId={fault.id}
                  seen={seen}
                  diagnosis={diagnosis}
                  showing={{ when: fault.when, where: fault.where }}
                  actions={{
                    answer: actions.answerCheckAction,
                    takeBack: actions.takeAnswerBackAction,
                    addCause: actions.addCauseAction,
                    sayShowing: actions.sayShowingAction,
                    decide: actions.diagnoseAction,
                    reset: actions.resetCasesAction,
                  }}
                />
              )}
              <Rest>
                <Steps
                  fault={{
                    id: fault.id,
                    stage: fault.stage,
                    cause: fault.cause,
                    proofs: fault.proofs,
                    returned: fault.returned,
                    held: fault.holdIds.length > 0,
                    seen,
                  }}
                  others={others.map((other) => ({
                    id: other.id,
                    words: faultTitle(other.signs, other.note),
                  }))}
                  parts={storeItems(shop).map(({ item, name }) => ({ item, name }))}
                  strength={{
                    measured: strengthSince(shop, fault)?.strength ?? null,
                    floor: shop.strengthFloor,
                    href: `/machines/${fault.machineId}/strength`,
                  }}
                  bench={benchProofs(shop, fault)}
                  zone={shop.zone}
                  actions={{
                    diagnose: actions.diagnoseAction,
                    repair: actions.repairAction,
                    prove: actions.proveAction,
                    giveBack: actions.returnAction,
                    close: actions.closeAction,
                  }}
                />
                <CallBySign
                  faultId={fault.id}
                  sign={faultTitle(fault.signs, fault.note)}
                  calls={machine ? suggestedCalls(machine, fault.signs) : []}
                  call={callAction}
                />
                {fault.holdIds[0] && (
                  <details style={{ marginTop: 16 }}>
                    <summary>Release the machine before it is proved</summary>
                    <ReleaseForm holdId={fault.holdIds[0]} release={releaseHoldAction} />
                  </details>
                )}
              </Rest>
            </section>
          </Allowed>
        )}
      </div>
    </>
  );
}

/** Where on the machine it was pointed at, else where the likeliest cause lies as long as it is open. */
function Where({
  fault,
  machine,
  diagnosis,
  shop,
}: {
  fault: Fault;
  machine: MachineDue;
  diagnosis: Diagnosis;
  shop: Shop;
}) {
  const [likely] = fault.closedAs || fault.cause ? [] : diagnosis.causes;
  const cause = fault.cause ?? likely?.id;
  const kinds = cause ? causeStations(cause) : [];
  const aimed = fault.pointedAt
    ? [fault.pointedAt.slug]
    : machine.stations.filter(({ kind }) => kinds.includes(kind)).map(({ slug }) => slug);
  if (aimed.length === 0) return null;
  return (
    <div className={classes.pointing}>
      <p className="quiet">
        {fault.pointedAt
          ? 'Pointed at when it was reported'
          : `${fault.cause ? 'Where it lies' : 'Where it would lie, most likely'}: ${causeWords(cause!)}`}
      </p>
      <MachineDrawing
        build={drawnBuild(shop, machine)}
        machine={fault.machine}
        stations={machine.stations.map(({ slug, kind, name }) => ({ slug, kind, name }))}
        target={aimed}
      />
    </div>
  );
}

/** How long it took, and how long the machine was down. */
function Times({ fault: { times, closedAs } }: { fault: Fault }) {
  return (
    <dl className={classes.times}>
      <div>
        <dt>response</dt>
        <dd>{times.response === null ? 'none yet' : span(times.response)}</dd>
      </div>
      <div>
        <dt>repair, hands-on</dt>
        <dd>{times.repairMinutes} min</dd>
      </div>
      <div>
        <dt>down</dt>
        <dd>{times.down === 0 ? 'not held' : span(times.down)}</dd>
      </div>
      <div>
        <dt>{closedAs ? 'was open' : 'open'}</dt>
        <dd>{span(times.open)}</dd>
      </div>
    </dl>
  );
}

/** Suspected, tested, found, done and proved, kept apart. */
function Chain({
  fault,
  diagnosis,
  expected,
}: {
  fault: Fault;
  diagnosis: Diagnosis;
  /** the day on which what it waits for should come */
  expected: string | null;
}) {
  const standing = fault.steps.filter(({ struck }) => !struck);
  const titles = (kind: Fault['steps'][number]['kind']) =>
    standing.filter((step) => step.kind === kind).map(({ title }) => title);
  const proved = fault.proofs.filter(({ passed }) => passed).length;
  const rows: [string, string][] = [
    [
      'Suspected',
      diagnosis.causes
        .slice(0, 3)
        .filter(({ probability }) => probability >= 0.01)
        .map(({ words, probability }) => `${words} ${inPercent(probability)}`)
        .join(', '),
    ],
    ['Tested', diagnosis.answers.map(({ question, words }) => `${question} ${words}`).join('; ')],
    ['Found', titles('diagnosis').map(causeWords).join('; then ')],
    ['Done', titles('repair').join('; then ')],
    ['Proved', fault.steps.length === 0 ? '' : `${proved} of ${fault.proofs.length} tests`],
  ];
  return (
    <dl className={classes.chain}>
      {rows.map(([name, words]) => (
        <div key={name} style={{ display: 'contents' }}>
          <dt>{name}</dt>
          <dd className={words ? undefined : 'quiet'}>{words || 'nothing yet'}</dd>
        </div>
      ))}
      {fault.waiting && (
        <div style={{ display: 'contents' }}>
          <dt>Waits</dt>
          <dd>
            <b>{fault.waiting.what}</b>
            {expected && `, expected ${expected}`}
          </dd>
        </div>
      )}
    </dl>
  );
}

/** What the fault hangs together with. */
function Links({
  links: { repeats, afterCleanDown },
  again,
  when,
}: {
  links: FaultLinks;
  again: string | null;
  when: (at: number) => string;
}) {
  if (!repeats && !afterCleanDown && !again) return null;
  return (
    <ul className={classes.links}>
      {repeats && (
        <li>
          <b>Repeat:</b> the same cause was{' '}
          <a className="line" href={`/faults/${repeats.id}`}>
            closed {when(repeats.closedAt)}
          </a>
        </li>
      )}
      {again && (
        <li>
          It was on watch and{' '}
          <a className="line" href={`/faults/${again}`}>
            was seen again
          </a>
        </li>
      )}
      {afterCleanDown && (
        <li>
          {afterCleanDown.runHours.toFixed(1)} run hours after{' '}
          <a className="line" href={`/clean/${afterCleanDown.sheetId}`}>
            a clean-down
          </a>
          {afterCleanDown.opened.length > 0 && ` that opened ${afterCleanDown.opened.join(', ')}`}
        </li>
      )}
    </ul>
  );
}
