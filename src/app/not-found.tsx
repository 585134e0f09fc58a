import { EntryPage } from '../ui/people/EntryPage';

export default function NotFound() {
  return (
    <EntryPage
      title="Not in the book"
      lead="There is nothing at this address. It may have been a mistyped link."
    >
      <a className="line" href="/">
        Go to Today
      </a>
    </EntryPage>
  );
}
