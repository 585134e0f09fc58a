'use client';

import { Button } from '@mantine/core';
import { EntryPage } from '../ui/people/EntryPage';

export default function ErrorPage({ reset }: { error: Error; reset: () => void }) {
  return (
    <EntryPage
      title="This page could not be made"
      lead="Nothing in the book was changed. Try again; if it stays, look at the server's log."
    >
      <Button onClick={reset}>Try again</Button>
    </EntryPage>
  );
}
