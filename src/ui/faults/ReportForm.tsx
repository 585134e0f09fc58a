'use client';

import { Button, Textarea, UnstyledButton } from '@mantine/core';
import { useState, type ReactNode } from 'react';
import { v7 } from 'uuid';
import { adviceFor, dangerAdvice, reportedDanger, signs, type Danger } from '../../catalogue/signs';
import type {
  KnownFault,
  LastJob,
  ReportGround,
  ReportInput,
  Reported,
  SameInput,
} from '../../services/faults/report';
import type { Outcome } from '../../services/shop';
import { mostPhotos, PhotoInput } from '../shared/forms/PhotoInput';
import type { PictureQueue } from '../shared/forms/picture-queue';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { sendReportPictures } from '../shared/forms/report-pictures';
import { Tiles } from '../shared/forms/Tiles';
import { useAction } from '../shared/forms/use-action';
import classes from './Faults.module.css';
import { PointAt } from './PointAt';
import { ShowingTiles, type Showing } from './ShowingTiles';
import { SignDrawing } from './SignDrawing';

/** What a report may rest on, of one machine. */
export interface ReportMachine {
  id: string;
  nickname: string;
  lastJob: LastJob | null;
  /** open faults: is it the same? */
  known: KnownFault[];
  /** marks that are known and harmless */
  marks: string[];
  /** whether its bed is near its limit */
  bedLoaded: boolean;
  /** on hold, for whatever reason */
  held: boolean;
  /** its drawing, to point at */
  drawn: ReportGround['drawn'];
}

interface ReportFormProps {
  /** what to do first in this shop in an emergency */
  stop: string;
  machines: ReportMachine[];
  initial: string | null;
  /** `'kept'`: it is on this device until the server answers, its pictures too */
  report: (input: ReportInput, pictures: File[]) => Promise<Outcome<Reported | 'kept'>>;
  same: (input: SameInput, pictures: File[]) => Promise<Outcome<Reported | 'kept'>>;
  /** the report has arrived; its pictures are on their way, where there are any */
  onReported: (reported: Reported, pictures: PictureQueue<File> | null) => void;
  /** the report is kept on this device */
  onKept?: (input: ReportInput) => void;
  /** asks who reports, where that is not known */
  who?: ReactNode;
}

const judgements: { value: Danger; label: string; hint: string }[] = [
  { value: 'stop', label: 'No: dangerous', hint: dangerAdvice.stop },
  { value: 'pause', label: 'No: it should stand', hint: dangerAdvice.pause },
  { value: 'degraded', label: 'It still works, badly', hint: dangerAdvice.degraded },
  { value: 'nuisance', label: 'It can wait', hint: dangerAdvice.nuisance },
];

const sinces = ['just now', 'since today', 'for some days', 'since it was cleaned'] as const;

/** "cut plywood, air assist on" */
function jobWords({ material, process, airAssist }: LastJob): string {
  return [
    [process, material].filter(Boolean).join(' '),
    airAssist === null ? null : `air assist ${airAssist ? 'on' : 'off'}`,
  ]
    .filter(Boolean)
    .join(', ');
}

/** Reports what is seen. Never asks for the cause. */
// eslint-disable-next-line max-lines-per-function -- one screen, from top to bottom, whose parts share their state
export function ReportForm({
  machines,
  initial,
  report,
  same,
  onReported,
  onKept,
  who,
  stop,
}: ReportFormProps) {
  const [key] = useState(() => v7());
  const [machineId, setMachineId] = useState(
    initial ?? (machines.length === 1 ? machines[0]!.id : null),
  );
  const [chosen, setChosen] = useState<string[]>([]);
  const [judged, setJudged] = useState<Danger | null>(null);
  const [note, setNote] = useState('');
  const [lastJob, setLastJob] = useState(true);
  const [still, setStill] = useState<'yes' | 'no' | null>(null);
  const [since, setSince] = useState<string | null>(null);
  const [showing, setShowing] = useState<Showing>({ when: null, where: null });
  const [pointedAt, setPointedAt] = useState<string | null>(null);
  const [photos, setPhotos] = useState<File[]>([]);
  const machine = machines.find(({ id }) => id === machineId);
  const job = lastJob ? (machine?.lastJob ?? null) : null;
  const pictures = photos.slice(0, mostPhotos);
  const input = (): ReportInput => ({
    machineId: machineId ?? '',
    signs: chosen as [string, ...string[]],
    danger: judged,
    note,
    material: job?.material ?? null,
    process: job?.process ?? null,
    airAssist: job?.airAssist ?? null,
    since,
    ...showing,
    pointedAt,
    stillHappens: still === null ? null : still === 'yes',
    key,
  });
  const arrived = (reported: Reported | 'kept') => {
    if (reported === 'kept') onKept?.(input());
    else {
      onReported(
        reported,
        pictures.length > 0 ? sendReportPictures(reported.follow, pictures) : null,
      );
    }
  };
  const sending = useAction(report, arrived, { tries: 4 });
  const joining = useAction(same, arrived, { tries: 4 });
  const danger = chosen.length > 0 ? reportedDanger(chosen, judged, machine) : null;
  const alike = (machine?.known ?? []).filter((fault) =>
    fault.signs.some((sign) => sign !== 'other' && chosen.includes(sign)),
  );
  const problem = sending.problem ?? joining.problem;

  return (
    <form
      className={classes.form}
      onSubmit={(event) => {
        event.preventDefault();
        sending.run(input(), pictures);
      }}
    >
      {machines.length > 1 && (
        <Tiles
          legend="Machine"
          compact
          tiles={machines.map(({ id, nickname }) => ({ value: id, label: nickname }))}
          value={machineId}
          onChange={(id) => {
            setMachineId(id);
            setPointedAt(null);
          }}
        />
      )}
      <div role="group" aria-label="What do you notice?">
        <h2>What do you notice?</h2>
        <div className={classes.signs}>
          {signs.map((sign) => {
            const on = chosen.includes(sign.id);
            return (
              <UnstyledButton
                key={sign.id}
                className={classes.sign}
                aria-pressed={on}
                onClick={() =>
                  setChosen((before) =>
                    on ? before.filter((id) => id !== sign.id) : [...before, sign.id],
                  )
                }
              >
                <SignDrawing sign={sign.id} />
                <span>{sign.words}</span>
              </UnstyledButton>
            );
          })}
        </div>
      </div>
      {alike.map((fault) => (
        <div key={fault.id} className={classes.alike}>
          <p>
            <b>Known already:</b> {fault.words}. <span className="quiet">{fault.when}</span>
          </p>
          <Button
            variant="default"
            loading={joining.pending}
            onClick={() =>
              joining.run({ faultId: fault.id, machineId: machineId!, note, key }, pictures)
            }
          >
            Same as this
          </Button>
        </div>
      ))}
      {(machine?.marks.length ?? 0) > 0 && (
        <p className="quiet">Known and harmless here: {machine!.marks.join('; ')}.</p>
      )}
      {danger && danger !== 'stop' && <ShowingTiles showing={showing} onChange={setShowing} />}
      {machine && danger && danger !== 'stop' && (
        <PointAt
          machine={machine.nickname}
          drawn={machine.drawn}
          pointedAt={pointedAt}
          onChange={setPointedAt}
        />
      )}
      <Textarea
        label="In your words"
        placeholder="What were you doing, what changed?"
        value={note}
        onChange={(event) => setNote(event.currentTarget.value)}
        error={problem?.field === 'note' ? problem.message : undefined}
      />
      <PhotoInput label="Photos" photos={photos} onChange={setPhotos} />
      {who}
      <Tiles<Danger>
        legend="Can it wait? (only if it is worse than it looks)"
        clearable
        tiles={judgements}
        value={judged}
        onChange={setJudged}
      />
      <details>
        <summary>More: the job, since when, does it still happen</summary>
        <div className={classes.form} style={{ marginTop: 10 }}>
          {machine?.lastJob && (
            <Tiles
              legend="What was being worked?"
              tiles={[
                { value: 'last', label: jobWords(machine.lastJob), hint: machine.lastJob.when },
                { value: 'other', label: 'something else', hint: 'say it in your words above' },
              ]}
              value={lastJob ? 'last' : 'other'}
              onChange={(value) => setLastJob(value === 'last')}
            />
          )}
          <Tiles
            legend="Since when?"
            compact
            clearable
            tiles={sinces.map((value) => ({ value, label: value }))}
            value={since}
            onChange={setSince}
          />
          <Tiles
            legend="Does it still happen?"
            compact
            clearable
            tiles={[
              { value: 'yes', label: 'yes' },
              { value: 'no', label: 'no' },
            ]}
            value={still}
            onChange={(value) => setStill(value as 'yes' | 'no' | null)}
          />
        </div>
      </details>
      <ProblemNote problem={problem?.field === 'note' ? null : problem} />
      <div className={classes.submit}>
        {danger && (
          <p className={classes.advice} data-danger={danger} role="status">
            {adviceFor(danger, stop, chosen, machine)}
          </p>
        )}
        <Button
          type="submit"
          size="lg"
          loading={sending.pending}
          disabled={!machineId || chosen.length === 0}
        >
          Report it
        </Button>
      </div>
    </form>
  );
}
