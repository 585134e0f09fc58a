import Link from 'next/link';
import classes from './Machine.module.css';

const rooms = [
  { path: '', name: 'Stations' },
  { path: '/plan', name: 'Care plan' },
  { path: '/meter', name: 'Meter and files' },
] as const;

/** The pages of one machine. */
export function Rooms({
  machine,
  here,
}: {
  machine: { id: string; nickname: string };
  here: (typeof rooms)[number]['path'];
}) {
  return (
    <nav className={classes.rooms} aria-label={`Pages of ${machine.nickname}`}>
      {rooms.map(({ path, name }) => (
        <Link
          key={path}
          className="line"
          href={`/machines/${machine.id}${path}`}
          aria-current={path === here ? 'page' : undefined}
        >
          {name}
        </Link>
      ))}
    </nav>
  );
}
