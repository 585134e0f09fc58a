/** @jest-environment jsdom */
import { screen } from '@testing-library/react';
import { show } from '../shared/testing/show';
import { UnsentNote } from './UnsentNote';

const unsent = (person: string, words: string) => ({ person, words }) as never;

it('says whom a danger was not mailed to, each once, what to do and why, in whole sentences', () => {
  const why = 'Nothing answers at mail.example:25: look at the server’s name and port.';
  show(
    <UnsentNote unsent={[unsent('Marit', why), unsent('Piotr', 'No.'), unsent('Marit', why)]} />,
  );
  const said = screen.getByRole('alert').textContent!;
  expect(said).toBe(
    `The report of danger was not mailed to Marit, Piotr. Tell them yourself. Why: ${why} Set-up, Mail`,
  );
});

it('leads to the set-up of mail only who may change it, and says nothing where all went', () => {
  const { unmount } = show(<UnsentNote unsent={[unsent('Marit', 'No.')]} />, 'operator');
  expect(screen.queryByRole('link')).toBeNull();
  unmount();
  show(<UnsentNote unsent={[]} />);
  expect(screen.queryByRole('alert')).toBeNull();
});
