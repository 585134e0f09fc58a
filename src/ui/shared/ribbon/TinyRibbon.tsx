import { fillShare, lineAt, type Column } from './columns';
import classes from './TinyRibbon.module.css';

const height = 22;
const wide = 6;
const gap = 1;
const partGap = 4;

/** A ribbon as a drawing: a path for each state. */
export interface TinyShape {
  width: number;
  paths: Readonly<Record<string, string>>;
}

/** Every column as a bar, those of one state in one path. */
export function tinyShape(columns: readonly Pick<Column, 'part' | 'used' | 'state'>[]): TinyShape {
  const placed = columns.map((column, index) => {
    const before = columns.slice(1, index + 1).filter((one, i) => one.part !== columns[i]!.part);
    return { column, x: index * (wide + gap) + before.length * partGap };
  });
  const paths: Record<string, string> = {};
  for (const { column, x } of placed) {
    if (column.used === null || column.state === null) continue;
    const share = column.state === 'not known' ? lineAt : fillShare(column.used);
    const tall = Math.max(1, share * height);
    paths[column.state] =
      `${paths[column.state] ?? ''}M${x} ${height}v${-tall.toFixed(1)}h${wide}V${height}z`;
  }
  return { width: (placed.at(-1)?.x ?? 0) + wide, paths };
}

/** The ribbon as small as the rack needs it: one drawing, its words stand beside it. */
export function TinyRibbon({ shape: { width, paths } }: { shape: TinyShape }) {
  const line = height * (1 - lineAt);
  const bars = Object.entries(paths).map(([state, d]) => `<path d="${d}" data-state="${state}"/>`);
  const markup = `${bars.join('')}<line x1="0" x2="${width}" y1="${line}" y2="${line}"/>`;
  return (
    <svg
      className={classes.tiny}
      viewBox={`0 0 ${width} ${height}`}
      width={Math.min(184, width)}
      height={height}
      preserveAspectRatio="none"
      aria-hidden="true"
      // every page has one for each machine: as elements they cost the server the more
      dangerouslySetInnerHTML={{ __html: markup }}
    />
  );
}
