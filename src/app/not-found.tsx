import Link from 'next/link';
import { Door } from '../ui/door/Door';

export default function NotFound() {
  return (
    <Door
      title="Not in the book"
      lead="There is nothing at this address. It may have been a mistyped link."
    >
      <Link className="line" href="/">
        Go to Today
      </Link>
    </Door>
  );
}
