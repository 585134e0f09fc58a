import Link from 'next/link';
import { notFound } from 'next/navigation';
import { dangerWords } from '../../../../catalogue/signs';
import { diagnose } from '../../../../services/diagnosis';
import { readFault, type Fault } from '../../../../services/faults';
import { suggestedCalls } from '../../../../services/judge';
import { CallBySign } from '../../../../ui/faults/CallBySign';
import { DiagnosisPanel } from '../../../../ui/faults/DiagnosisPanel';
import { faultWords } from '../../../../ui/faults/FaultLine';
import classes from '../../../../ui/faults/Faults.module.css';
import { ReleaseForm } from '../../../../ui/faults/ReleaseForm';
import { Steps } from '../../../../ui/faults/Steps';
import { HoldTag } from '../../../../ui/marks/HoldTag';
import { ago, clockTime, dayDate, span } from '../../../../ui/marks/when';
import { theBoard } from '../../../_server/board';
import { enter } from '../../../_server/shop';
import * as actions from '../../../actions/faults';
import { releaseHoldAction } from '../../../actions/machines';
import { callAction } from '../../../actions/plans';

export const metadata = { title: 'Fault' };

const stepNames: Readonly<Record<Fault['steps'][number]['kind'], string>> = {
  diagnosis: 'Diagnosis',
  repair: 'Repair',
  proof: 'Proof',
  closed: 'Closed',
};

export default async function FaultPage({ params }: { params: Promise<{ id: string }> }) {
  const { shop } = await enter();
  const fault = readFault(shop, (await params).id);
  if (!fault) notFound();
  const { now, faults, machines } = theBoard();
  const machine = machines.find(({ id }) => id === fault.machineId);
  const { times } = fault;
  const others = faults.filter(
    ({ id, machineId }) => id !== fault.id && machineId === fault.machineId,
  );
  const stamp = (at: number) => `${dayDate(at, shop.zone, now)} ${clockTime(at, shop.zone)}`;
  return (
    <>
      <div className={classes.bar}>
        <h1>
          <Link className="plain" href={`/machines/${fault.machineId}`}>
            {fault.machine}
          </Link>
          : {faultWords(fault)}
        </h1>
        {fault.holdIds.length > 0 && <HoldTag words="until proved" />}
      </div>
      <div className={classes.page}>
        <section aria-labelledby="story">
          <h2 id="story" className="visually-hidden">
            Story
          </h2>
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
              <dt>{fault.closedAs ? 'was open' : 'open'}</dt>
              <dd>{span(times.open)}</dd>
            </div>
          </dl>
          <ol className={classes.story} style={{ marginTop: 18 }}>
            <li data-kind="report">
              <h3>
                Reported:{' '}
                <span className={classes.danger} data-danger={fault.danger}>
                  {dangerWords[fault.danger]}
                </span>
              </h3>
              <div>{faultWords(fault)}</div>
              {fault.note && faultWords(fault) !== fault.note && (
                <div>&ldquo;{fault.note}&rdquo;</div>
              )}
              <div className="quiet">
                {fault.person}, {ago(fault.at, now, shop.zone)}
                {fault.source === 'label' && ', from the label'}
                {fault.material && `, working ${fault.material}`}
                {fault.stillHappens !== null &&
                  (fault.stillHappens ? ', still happens' : ', no longer happens')}
              </div>
              <Photos ids={fault.photos} />
            </li>
            {fault.steps.map((step) => (
              <li
                key={step.id}
                data-kind={step.kind}
                data-passed={step.passed || undefined}
                className={step.struck ? 'struck' : undefined}
              >
                <h3>{stepNames[step.kind]}</h3>
                <div>{step.title}</div>
                {step.note && <div>&ldquo;{step.note}&rdquo;</div>}
                <div className="quiet">
                  {step.person}, {stamp(step.at)}
                </div>
                <Photos ids={step.photos} />
              </li>
            ))}
          </ol>
          {fault.duplicateOf && (
            <Link className="line" href={`/faults/${fault.duplicateOf}`}>
              The fault it duplicates
            </Link>
          )}
        </section>
        {fault.closedAs ? (
          <section className="panel">
            <h2>Closed as {fault.closedAs}</h2>
            <p className="quiet">If it comes back, report it again: the book keeps both.</p>
          </section>
        ) : (
          <section className="panel" aria-label="Next step">
            {(fault.stage === 'reported' || fault.stage === 'diagnosed') && (
              <DiagnosisPanel
                faultId={fault.id}
                diagnosis={diagnose(shop, fault)}
                actions={{
                  answer: actions.answerCheckAction,
                  takeBack: actions.takeAnswerBackAction,
                  addCause: actions.addCauseAction,
                  decide: actions.diagnoseAction,
                  reset: actions.resetCasesAction,
                }}
              />
            )}
            <Steps
              fault={{ id: fault.id, stage: fault.stage, held: fault.holdIds.length > 0 }}
              others={others.map((other) => ({ id: other.id, words: faultWords(other) }))}
              diagnose={actions.diagnoseAction}
              repair={actions.repairAction}
              prove={actions.proveAction}
              close={actions.closeAction}
            />
            <CallBySign
              faultId={fault.id}
              sign={faultWords(fault)}
              calls={machine ? suggestedCalls(machine, fault.signs) : []}
              call={callAction}
            />
            {fault.holdIds[0] && (
              <details style={{ marginTop: 16 }}>
                <summary>Release the machine before it is proved</summary>
                <ReleaseForm holdId={fault.holdIds[0]} release={releaseHoldAction} />
              </details>
            )}
          </section>
        )}
      </div>
    </>
  );
}

function Photos({ ids }: { ids: string[] }) {
  if (ids.length === 0) return null;
  return (
    <div className={classes.photos}>
      {ids.map((id) => (
        <a key={id} href={`/api/photos/${id}`}>
          {/* eslint-disable-next-line @next/next/no-img-element -- served by us behind sign-in, no optimiser between */}
          <img src={`/api/photos/${id}`} alt="Photo with this entry" />
        </a>
      ))}
    </div>
  );
}
