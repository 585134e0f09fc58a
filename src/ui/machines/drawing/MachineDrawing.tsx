import { useId, type MouseEvent } from 'react';
import { drawMachine, paper, partAt } from '../../../catalogue/drawing/drawing';
import type { DrawnBuild, Point } from '../../../catalogue/drawing/shapes';
import classes from './Drawing.module.css';

/** A station as it is drawn. */
export interface DrawnPart {
  slug: string;
  kind: string;
  name: string;
  /** how far its heaviest task is; left out: nothing is said of it here */
  state?: string | null;
  /** the whole of it in words; left out: its name */
  label?: string;
}

/** From so many parts on that are spoken of, targets carry numbers and their names stand below. */
const numbersFrom = 3;

/**
 * A machine as it lies: each station where it is, filled by its state, and a target on what is spoken of. Pressed, a part
 * leads to its station, or is pointed at.
 */
export function MachineDrawing({
  build,
  machine,
  stations,
  target = [],
  out = [],
  href,
  onPoint,
}: {
  build: DrawnBuild;
  /** its name */
  machine: string;
  stations: readonly DrawnPart[];
  /** slugs of what is spoken of */
  target?: readonly string[];
  /** slugs of what is taken out just now */
  out?: readonly string[];
  /** where a part leads; left out: nowhere */
  href?: (slug: string) => string;
  /** what a finger means; keys and readers need a list beside it */
  onPoint?: (slug: string) => void;
}) {
  const hatch = useId();
  const drawing = drawMachine(build, stations);
  const aimed = drawing.stations.filter(({ station }) => target.includes(station.slug));
  const names = aimed.map(({ station }) => station.name);
  const numbered = aimed.length >= numbersFrom;
  const point = (event: MouseEvent<SVGSVGElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const scale = paper.width / box.width;
    const at = { x: (event.clientX - box.left) * scale, y: (event.clientY - box.top) * scale };
    const on = (event.target as Element).closest('[data-slug]')?.getAttribute('data-slug');
    const slug = partAt(drawing, at, on);
    if (slug) onPoint?.(slug);
  };
  const said =
    names.length > 0 ? `${machine}, drawn; marked: ${names.join(', ')}` : `${machine}, drawn`;
  return (
    <figure className={classes.figure}>
      <svg
        viewBox={`0 0 ${paper.width} ${paper.height}`}
        className={classes.drawing}
        role={href ? 'group' : 'img'}
        aria-label={said}
        data-aimed={aimed.length > 0 || undefined}
        data-points={onPoint ? true : undefined}
        onClick={onPoint && point}
      >
        <Hatches of={hatch} />
        {drawing.ground.map(({ d, beam }) => !beam && <path key={d} d={d} data-part="ground" />)}
        {drawing.stations.map(({ station, d, line }) => {
          const part = (
            <path
              d={d}
              fillRule="evenodd"
              data-part={line ? 'line' : 'area'}
              data-slug={onPoint && station.slug}
              data-state={station.state ?? undefined}
              data-out={out.includes(station.slug) || undefined}
              data-target={target.includes(station.slug) || undefined}
              style={line ? undefined : fillOf(station.state, hatch)}
            >
              <title>{station.label ?? station.name}</title>
            </path>
          );
          return href ? (
            // the ribbon has the same for keys and readers: here they would come twice
            <a key={station.slug} href={href(station.slug)} tabIndex={-1} aria-hidden="true">
              {part}
            </a>
          ) : (
            <g key={station.slug}>{part}</g>
          );
        })}
        {drawing.ground.map(({ d, beam }) => beam && <path key={d} d={d} data-part="beam" />)}
        {drawing.views.map(({ words, x, y }) => (
          <text key={words} x={x} y={y} data-part="view">
            {words}
          </text>
        ))}
        {aimed.map(({ station, at }, i) =>
          numbered ? (
            <g key={station.slug} data-part="target">
              <circle cx={at.x} cy={at.y} r="9" data-number="" />
              <text x={at.x} y={at.y + 5} textAnchor="middle">
                {i + 1}
              </text>
            </g>
          ) : (
            <Target
              key={station.slug}
              at={at}
              name={station.name.replace(/ \(.*\)$/, '')}
              views={drawing.views}
            />
          ),
        )}
      </svg>
      {(numbered || drawing.elsewhere.length > 0 || out.length > 0) && (
        <figcaption className="quiet">
          {numbered && <span>{names.map((name, i) => `${i + 1} ${name}`).join(', ')}. </span>}
          {out.length > 0 && <span>Dashed: taken out. </span>}
          {drawing.elsewhere.length > 0 && (
            <>Not drawn: {drawing.elsewhere.map(({ name }) => name).join(', ')}.</>
          )}
        </figcaption>
      )}
    </figure>
  );
}

/** How each state fills a part, as no hue is needed to tell it. */
function Hatches({ of }: { of: string }) {
  return (
    <defs>
      <pattern id={`${of}soon`} width="6" height="6" patternUnits="userSpaceOnUse">
        <rect width="6" height="6" fill="var(--haze)" />
        <path d="M0 6L6 0" stroke="var(--ink-2)" strokeWidth="1.2" />
      </pattern>
      <pattern id={`${of}due`} width="5" height="5" patternUnits="userSpaceOnUse">
        <rect width="5" height="5" fill="var(--soot)" />
        <path d="M0 0L5 5" stroke="var(--hatch)" strokeWidth="1" />
      </pattern>
      <pattern id={`${of}unknown`} width="5" height="5" patternUnits="userSpaceOnUse">
        <rect width="5" height="5" fill="var(--paper)" />
        <circle cx="2.5" cy="2.5" r="0.9" fill="var(--ink-2)" />
      </pattern>
    </defs>
  );
}

function fillOf(state: string | null | undefined, hatch: string) {
  const pattern = { soon: 'soon', due: 'due', 'past due': 'due', 'not known': 'unknown' }[
    state ?? ''
  ];
  return pattern ? { fill: `url(#${hatch}${pattern})` } : undefined;
}

type Views = ReturnType<typeof drawMachine>['views'];

/** How high the box of a name is, and how far above and below what it names it may stand. */
const boxHeight = 22;
const besides = [-40, 20] as const;

/** A ring round a part, a finger that points at it from the nearer side, and its name where it covers no other words. */
function Target({ at, name, views }: { at: Point; name: string; views: Views }) {
  const left = at.x < paper.width / 2;
  const wide = name.length * 7 + 12;
  const x = Math.min(Math.max(left ? at.x + 26 : at.x - 26 - wide, 4), paper.width - wide - 4);
  const covers = (top: number) =>
    top < 0 ||
    top + boxHeight > paper.height ||
    views.some(
      (view) =>
        x < view.x + view.words.length * 7 &&
        x + wide > view.x &&
        top < view.y + 4 &&
        top + boxHeight > view.y - 14,
    );
  const [above, below] = besides;
  const up = !covers(at.y + above) || covers(at.y + below);
  const y = at.y + (up ? above : below);
  return (
    <g data-part="target">
      <circle cx={at.x} cy={at.y} r="17" data-ring="under" />
      <circle cx={at.x} cy={at.y} r="17" data-ring="over" />
      <path
        d={`M${left ? x : x + wide} ${y + 11}L${at.x + (left ? 12 : -12)} ${at.y + (up ? -12 : 12)}`}
      />
      <rect x={x} y={y} width={wide} height="22" />
      <text x={x + wide / 2} y={y + 16} textAnchor="middle">
        {name}
      </text>
    </g>
  );
}
