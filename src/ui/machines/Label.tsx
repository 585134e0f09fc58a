import classes from './Label.module.css';

interface LabelProps {
  nickname: string;
  /** where the code leads */
  url: string;
  /** the code as SVG */
  qr: string;
  /** what to do first in the shop when there is fire, sparks or a broken guard */
  stop: string;
}

/** What is stuck on a machine: its name, the code to its page, and the shop's word for an emergency. */
export function Label({ nickname, url, qr, stop }: LabelProps) {
  return (
    <section className={classes.label} aria-label={`Label of ${nickname}`}>
      <h2>{nickname}</h2>
      <div dangerouslySetInnerHTML={{ __html: qr }} />
      <p>
        <b>I used it · Something is wrong · Is it ready?</b>
      </p>
      <p>Fire, sparks, broken guard: {stop}</p>
      <p className={classes.url}>{url}</p>
    </section>
  );
}
