import { Allowed } from '../shared/frame/Allowed';
import classes from './Machine.module.css';

const rooms = [
  { path: '', name: 'Stations', right: 'see' },
  { path: '/strength', name: 'Strength', right: 'see' },
  { path: '/bench', name: 'Bench', right: 'see' },
  { path: '/plan', name: 'Care plan', right: 'set up' },
  { path: '/build', name: 'Build', right: 'set up' },
  { path: '/before', name: 'Before this book', right: 'set up' },
  { path: '/meter', name: 'Meter and files', right: 'log' },
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
      {rooms.map(({ path, name, right }) => (
        <Allowed key={path} right={right}>
          <a
            className="line"
            href={`/machines/${machine.id}${path}`}
            aria-current={path === here ? 'page' : undefined}
          >
            {name}
          </a>
        </Allowed>
      ))}
    </nav>
  );
}
