import forms from '../shared/forms/forms.module.css';
import { clockTime, dayDate } from '../shared/marks/when';

/** Says on Today that the server's clock stands before what is in the book. */
export function ClockNote({
  bookAhead,
  now,
  zone,
}: {
  /** until when the book was written, UTC milliseconds; `null`: not after now */
  bookAhead: number | null;
  now: number;
  zone: string;
}) {
  if (bookAhead === null) return null;
  const moment = (at: number) => `${dayDate(at, zone, now)}, ${clockTime(at, zone)}`;
  return (
    <p className={forms.problem} role="alert">
      The server’s clock says {moment(now)}, but the book was written until {moment(bookAhead)}. Set
      the clock of the computer right. Nothing is lost; lines that a wrong clock dated are corrected
      in the record.
    </p>
  );
}
