'use client';

import { useState, type ComponentProps } from 'react';
import type { Reported } from '../../services/faults/report';
import type { Outcome } from '../../services/shop';
import { ReportedHere } from '../faults/ReportedHere';
import { ReportForm, type ReportMachine } from '../faults/ReportForm';
import type { PictureQueue } from '../shared/forms/picture-queue';
import { ReportPictures } from '../shared/forms/ReportPictures';
import classes from './AtMachine.module.css';
import { keptAdvice, reportWords, type Doing } from './label-outbox';
import { WhoField } from './WhoField';

/** A report at the label, and what is to be done after it. */
export function SomethingWrong({
  machine,
  stop,
  zone,
  post,
  first,
  onReported,
  asked,
}: {
  machine: ReportMachine;
  /** what to do first in this shop in an emergency */
  stop: string;
  zone: string;
  post: (what: Doing, key: string, words: string) => Promise<Outcome<Reported | 'kept'>>;
  /** reported just now, elsewhere on this page */
  first: Reported | null;
  onReported: () => void;
  /** who is asked for */
  asked: ComponentProps<typeof WhoField>;
}) {
  const { id, nickname } = machine;
  const [reported, setReported] = useState(first);
  const [pictures, setPictures] = useState<PictureQueue<File> | null>(null);
  const [kept, setKept] = useState<string | null>(null);
  if (kept !== null) {
    return (
      <section className={classes.answer} data-verdict="care" role="status">
        <h2>Not sent yet</h2>
        <p className={classes.advice}>{kept}</p>
        <p>
          There is no connection: nobody else knows of it, and {nickname} is not on hold. Tell the
          people around you and the technician yourself. This phone keeps the report and sends it as
          soon as the server answers while this page is open.
        </p>
      </section>
    );
  }
  if (reported) {
    return (
      <section className={classes.answer} role="status">
        <h2>Reported. Thank you</h2>
        <p className={classes.advice}>{reported.advice}</p>
        <p>
          {reported.held
            ? `${nickname} is on hold now: nobody should use it until the technician releases it.`
            : 'The technician sees it on the next look at the book.'}
        </p>
        <ReportPictures queue={pictures} />
        <a className="go" href={`/follow/${reported.follow}`}>
          Follow what becomes of it
        </a>
      </section>
    );
  }
  return (
    <>
      <ReportedHere machineId={id} zone={zone} />
      <ReportForm
        stop={stop}
        machines={[machine]}
        initial={id}
        report={(input, photos) =>
          post({ kind: 'report', input, pictures: photos }, input.key, reportWords(nickname, input))
        }
        same={(input, photos) =>
          post(
            { kind: 'same', input, pictures: photos },
            input.key,
            `${nickname}: the same fault again`,
          )
        }
        onReported={(done, queue) => {
          setReported(done);
          setPictures(queue);
          onReported();
        }}
        onKept={(input) => setKept(keptAdvice(input, machine, stop))}
        who={<WhoField {...asked} />}
      />
    </>
  );
}
