import classes from './HoldTag.module.css';

/** The notched tag of a machine that must not be used. */
export function HoldTag({ words }: { words: string }) {
  return (
    <span className={classes.tag}>
      <b>HOLD</b> {words}
    </span>
  );
}
