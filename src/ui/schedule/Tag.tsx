'use client';

import { useDraggable } from '@dnd-kit/core';
import { IconFlame, IconPin } from '@tabler/icons-react';
import { clockTime } from '../shared/marks/when';
import type { ViewBlock } from './blocks';
import classes from './Lanes.module.css';

/** What can be done with the clean-downs on the lanes. */
export interface TagRules {
  selected: string | null;
  select: (key: string) => void;
  /** whether they can be moved */
  movable: boolean;
}

const icons = { flame: IconFlame, pin: IconPin };

/** The icons, drawn once: a plan shows them a hundred times. */
export const IconSheet = () => (
  <svg width="0" height="0" className={classes.icons} aria-hidden="true">
    {Object.entries(icons).map(([name, Drawn]) => (
      <symbol key={name} id={`plan-${name}`} viewBox="0 0 24 24">
        <Drawn size={24} stroke={2.2} />
      </symbol>
    ))}
  </svg>
);

const Icon = ({ name }: { name: keyof typeof icons }) => (
  <svg width="16" height="16" aria-hidden="true">
    <use href={`#plan-${name}`} />
  </svg>
);

const shownLines = 3;

/** A clean-down on the lanes. What is not kept has no sheet yet: its minutes are about so many. */
export function Tag({
  block,
  nickname,
  zone,
  selected,
  select,
  movable,
}: TagRules & { block: ViewBlock; nickname: string; zone: string }) {
  const { key, kept, lines, minutes, pinned, state, fire, window, machineId } = block;
  const { setNodeRef, attributes, listeners, transform, isDragging } = useDraggable({
    id: key,
    disabled: !movable || state === 'done',
    data: { machine: machineId, window },
  });
  const more = lines.length - shownLines;
  return (
    <button
      ref={setNodeRef}
      type="button"
      aria-roledescription={attributes['aria-roledescription']}
      aria-describedby={attributes['aria-describedby']}
      {...listeners}
      className={classes.tag}
      data-state={state}
      data-selected={selected === key || undefined}
      data-dragged={isDragging || undefined}
      style={transform ? { transform: `translate(${transform.x}px, ${transform.y}px)` } : undefined}
      onClick={() => select(key)}
      aria-pressed={selected === key}
      aria-label={`${nickname}, ${clockTime(block.from, zone)}, ${kept ? '' : 'about '}${minutes} minutes: ${lines.map(({ name }) => name).join('; ')}${pinned ? '; pinned' : ''}${state === 'done' ? '; done' : ''}`}
    >
      <span className={classes.minutes}>
        {kept ? minutes : `~${minutes}`}
        {fire && <Icon name="flame" />}
        {pinned && <Icon name="pin" />}
      </span>
      {lines.slice(0, more === 1 ? shownLines + 1 : shownLines).map(({ id: task, short, done }) => (
        <span key={task} className={classes.line} data-done={done || undefined}>
          {short}
        </span>
      ))}
      {more > 1 && <span className={classes.line}>{`+ ${more}`}</span>}
    </button>
  );
}
