import { facingDrawings, facingPaper } from '../../../catalogue/drawing/facings';
import classes from './Drawing.module.css';

/** Which way round a part goes back, drawn; nothing where it is said in the shop's own words. */
export function FacingDrawing({ facing }: { facing: string }) {
  const drawing = facingDrawings[facing];
  if (!drawing) return null;
  const { d, mark, words } = drawing;
  return (
    <svg
      viewBox={`0 0 ${facingPaper.width} ${facingPaper.height}`}
      className={classes.facing}
      aria-hidden="true"
    >
      <path d={d} fillRule="evenodd" data-part="body" />
      <path d={mark} fillRule="evenodd" data-part="mark" />
      {words && (
        <text x={words.x} y={words.y} textAnchor="middle">
          {words.text}
        </text>
      )}
    </svg>
  );
}
