'use client';

import {
  DndContext,
  KeyboardCode,
  KeyboardSensor,
  MouseSensor,
  TouchSensor,
  pointerWithin,
  rectIntersection,
  useDroppable,
  useSensor,
  useSensors,
  type CollisionDetection,
  type DragEndEvent,
  type KeyboardCoordinateGetter,
} from '@dnd-kit/core';
import { Fragment, useId, type CSSProperties, type PointerEvent, type ReactNode } from 'react';
import { startOfLocalDay } from '../../core/units/zone';
import { clockTime, dayDate } from '../shared/marks/when';
import { useFirst } from '../shared/first-picture';
import type { ViewBlock } from './blocks';
import type { Ground } from './plan-view';
import { IconSheet, Tag, type TagRules } from './Tag';
import classes from './Lanes.module.css';

/** How high the foot of the cell with the most expected use is, px. */
const footHeight = 14;

/** Lanes in the first picture of the page. */
const firstLanes = 6;

/** Minutes are medians: a window is over where they go past it by more than a twentieth. */
const nearlyFull = 1.05;

interface LanesProps extends TagRules {
  ground: Ground;
  blocks: readonly ViewBlock[];
  /** machines that must not be used */
  held: readonly string[];
  zone: string;
  now: number;
  /** told of the window a block is held over, null when it is let go */
  over: (key: string, window: number | null) => void;
  drop: (key: string, window: number) => void;
}

/** A column: a window of the technician, or a day without one. */
interface Column {
  key: string;
  day: number;
  /** index of the window, or null */
  window: number | null;
  /** UTC milliseconds, those of the day where there is no window */
  from: number;
  to: number;
}

function columnsOf({ windows, from: firstDay, days: count }: Ground, zone: string): Column[] {
  const days = Array.from({ length: count }, (_, offset) => firstDay + offset);
  return days.flatMap((day): Column[] => {
    const own = windows.flatMap((window, at) =>
      window.day === day
        ? [{ key: window.id, day, window: at, from: window.from, to: window.to }]
        : [],
    );
    const [from, to] = [startOfLocalDay(day, zone), startOfLocalDay(day + 1, zone)];
    return own.length > 0 ? own : [{ key: `day ${day}`, day, window: null, from, to }];
  });
}

/** Where a block may be let go: the pointer's own place, else what it overlaps most. */
const underPointer: CollisionDetection = (args) => {
  const found = pointerWithin(args);
  return found.length > 0 ? found : rectIntersection(args);
};

/** Arrow keys go from window to window of the same machine. */
const byWindows: KeyboardCoordinateGetter = (event, { context, currentCoordinates }) => {
  const { active, droppableRects, droppableContainers, over } = context;
  const step = event.code === KeyboardCode.Right ? 1 : event.code === KeyboardCode.Left ? -1 : 0;
  if (!active || step === 0) return undefined;
  event.preventDefault();
  const { machine, window } = active.data.current as { machine: string; window: number };
  const places = droppableContainers
    .getEnabled()
    .filter(({ data }) => data.current?.['machine'] === machine)
    .map(({ id, data }) => ({ id, window: Number(data.current?.['window']) }))
    .sort((a, b) => a.window - b.window);
  const here = over ? Number(over.data.current?.['window']) : window;
  const next =
    step > 0
      ? places.find((one) => one.window > here)
      : places.findLast((one) => one.window < here);
  const rect = next && droppableRects.get(next.id);
  return rect ? { x: rect.left + 2, y: rect.top + 2 } : currentCoordinates;
};

/** The weeks ahead: a lane a machine, a column a window, clean-downs as tags on them. */
export function Lanes(props: LanesProps) {
  const { ground, blocks, zone, now, over, drop } = props;
  const id = useId();
  const sensors = useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: 6 } }),
    useSensor(TouchSensor, { activationConstraint: { delay: 180, tolerance: 8 } }),
    useSensor(KeyboardSensor, {
      coordinateGetter: byWindows,
      keyboardCodes: { start: ['Space'], cancel: ['Escape'], end: ['Space', 'Enter'] },
    }),
  );
  const lanes = useFirst(ground.lanes, firstLanes);
  const columns = columnsOf(ground, zone);
  const busiest = Math.max(1, ...ground.lanes.flatMap(({ hours }) => hours));
  const template = `100px ${columns
    .map(({ window }) => (window === null ? 'minmax(15px, 0.2fr)' : 'minmax(58px, 1fr)'))
    .join(' ')}`;
  const windowOf = (event: DragEndEvent) => {
    const window = event.over?.data.current?.['window'];
    return typeof window === 'number' ? window : null;
  };
  const used = ground.windows.map((_, at) =>
    blocks
      .filter(({ window, state }) => window === at && state !== 'done')
      .reduce((sum, { minutes }) => sum + minutes, 0),
  );
  return (
    <DndContext
      id={id}
      sensors={sensors}
      collisionDetection={underPointer}
      onDragOver={(event) => over(String(event.active.id), windowOf(event))}
      onDragCancel={(event) => over(String(event.active.id), null)}
      onDragEnd={(event) => {
        const window = windowOf(event);
        over(String(event.active.id), null);
        if (window !== null) drop(String(event.active.id), window);
      }}
      accessibility={{
        screenReaderInstructions: {
          draggable:
            'Space picks a clean-down up, the arrow keys take it to another window, space lets it go, escape leaves it.',
        },
      }}
    >
      <IconSheet />
      <div className={classes.scroll} tabIndex={0} role="region" aria-label="The weeks ahead">
        <div className={classes.grid} style={{ gridTemplateColumns: template }}>
          <span className={classes.corner} />
          {columns.map((column, at) => (
            <Head
              key={column.key}
              column={column}
              first={columns[at - 1]?.day !== column.day}
              ground={ground}
              used={column.window === null ? 0 : used[column.window]!}
              zone={zone}
              now={now}
            />
          ))}
          {lanes.map((lane) => (
            <Lane key={lane.id} lane={lane} columns={columns} busiest={busiest} {...props} />
          ))}
        </div>
      </div>
    </DndContext>
  );
}

function Head({
  column,
  first,
  ground,
  used,
  zone,
  now,
}: {
  column: Column;
  first: boolean;
  ground: Ground;
  used: number;
  zone: string;
  now: number;
}) {
  const { day, window } = column;
  const date = dayDate(startOfLocalDay(day, zone), zone, now);
  const closed = ground.closed[day - ground.from];
  if (window === null) {
    return (
      <span
        className={classes.slit}
        data-closed={closed || undefined}
        title={closed ? `${date}, closed` : date}
      >
        <span className="visually-hidden">{`${date}, no window`}</span>
        <span aria-hidden="true">{date.split(' ')[1]}</span>
      </span>
    );
  }
  const piece = ground.windows[window]!;
  // a window that has begun is as long as it was; what is left of it is said beside
  const there = Math.round((piece.to - piece.began) / 60_000);
  const left = Math.round((piece.to - piece.from) / 60_000);
  return (
    <span className={classes.window}>
      <b>{first ? date.split(' ').slice(0, 2).join(' ') : ''}</b>
      <span>{clockTime(piece.began, zone)}</span>
      <span className={classes.fill} data-over={used > there * nearlyFull || undefined}>
        <i style={{ width: `${Math.min(100, (used / there) * 100)}%` }} />
      </span>
      <span className="figures">{`${used} / ${there}`}</span>
      {left < there && <span className="figures">{`${left} left`}</span>}
    </span>
  );
}

interface LaneProps extends LanesProps {
  lane: Ground['lanes'][number];
  columns: readonly Column[];
  /** the most hours of use a machine expects on a day, at least one */
  busiest: number;
}

function Lane({ lane, columns, busiest, ground, blocks, held, zone, now, ...rest }: LaneProps) {
  const own = blocks.filter(({ machineId }) => machineId === lane.id);
  return (
    <Fragment>
      <span className={classes.name}>
        {lane.nickname}
        {held.includes(lane.id) && <em>on hold</em>}
      </span>
      {columns.map((column, at) => {
        const { day, window } = column;
        const offset = day - ground.from;
        const first = columns[at - 1]?.day !== day;
        const due = (first && lane.due.find((one) => one.day === day)?.what) || [];
        const hours = lane.hours[offset] ?? 0;
        const booked = lane.bookings.filter((one) => one.from < column.to && one.to > column.from);
        return (
          <Cell
            key={column.key}
            machine={lane.id}
            window={window}
            closed={Boolean(ground.closed[offset])}
            hours={hours}
            use={Math.round((hours / busiest) * footHeight)}
            barred={window !== null && ground.windows[window]!.booked.includes(lane.id)}
          >
            {due.length > 0 && (
              <span
                className={classes.due}
                onPointerEnter={({ currentTarget }) => {
                  const date = dayDate(startOfLocalDay(day, zone), zone, now);
                  currentTarget.title = `likely due ${date}: ${due.join('; ')}`;
                }}
              >
                {due.length > 1 ? due.length : ''}
              </span>
            )}
            {booked.length > 0 && (
              <span
                className={classes.booked}
                title={booked
                  .map(
                    ({ words, from, to }) =>
                      `${clockTime(from, zone)} to ${clockTime(to, zone)}: ${words}`,
                  )
                  .join('; ')}
              >
                {window === null ? '' : booked[0]!.words}
              </span>
            )}
            {own
              .filter((block) => block.window !== null && block.window === window)
              .map((block) => (
                <Tag key={block.key} block={block} zone={zone} nickname={lane.nickname} {...rest} />
              ))}
          </Cell>
        );
      })}
    </Fragment>
  );
}

interface CellProps {
  machine: string;
  /** index of its window, null where the technician is not there: nothing is let go on it */
  window: number | null;
  closed: boolean;
  /** run hours expected */
  hours: number;
  /** how high its foot is for them, px */
  use: number;
  barred: boolean;
  children: ReactNode;
}

function Cell({ window, ...props }: CellProps) {
  return window === null ? (
    <span className={classes.gap} {...ofDay(props)}>
      {props.children}
    </span>
  ) : (
    <WindowCell window={window} {...props} />
  );
}

/** What a cell says of its day. There are hundreds: the words come when one is pointed at. */
const ofDay = ({ closed, hours, use }: Pick<CellProps, 'closed' | 'hours' | 'use'>) => ({
  'data-closed': closed || undefined,
  style: use > 0 ? ({ '--use': `${use}px` } as CSSProperties) : undefined,
  onPointerEnter: ({ currentTarget }: PointerEvent<HTMLElement>) => {
    currentTarget.title = `${hours.toFixed(1)} run hours expected`;
  },
});

function WindowCell({ machine, window, barred, children, ...day }: CellProps & { window: number }) {
  const { setNodeRef, isOver, active } = useDroppable({
    id: `${machine} ${window}`,
    disabled: barred,
    data: { machine, window },
  });
  const mine = active?.data.current?.['machine'] === machine;
  return (
    <span
      ref={setNodeRef}
      className={classes.cell}
      data-barred={barred || undefined}
      data-over={(isOver && mine) || undefined}
      data-open={(mine && !barred) || undefined}
      {...ofDay(day)}
    >
      {children}
    </span>
  );
}
