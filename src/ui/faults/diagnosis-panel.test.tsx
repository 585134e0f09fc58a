/** @jest-environment jsdom */
import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { findCheck } from '../../catalogue/checks';
import type { Diagnosis, DiagnosisCheck } from '../../services/faults/diagnosis';
import { firstAndWoken } from '../shared/testing/first-and-woken';
import { inside, show } from '../shared/testing/show';
import { DiagnosisPanel } from './DiagnosisPanel';

let sent: [action: string, input: unknown][] = [];
const keep = (action: string) => async (input: unknown) => {
  sent.push([action, input]);
  return { ok: true as const, value: null as never };
};
beforeEach(() => {
  sent = [];
});

/** A check of the catalogue, as a page is told of it. */
function check(id: string, change: Partial<DiagnosisCheck> = {}): DiagnosisCheck {
  const { question, how, minutes, opening, answers } = findCheck(id)!;
  return {
    id,
    question,
    how,
    minutes,
    minutesLearned: false,
    opening: opening !== null,
    why: 'tells the glass from the rest',
    choices: answers.scale ? [] : answers.outcomes.map((one) => ({ id: one.id, words: one.words })),
    scale: answers.scale ?? null,
    besides: null,
    alongside: [],
    ...change,
  };
}

const answered: Diagnosis['answers'] = [
  {
    check: 'dots',
    entryId: null,
    question: 'How do the dots lie?',
    words: 'They move from corner to corner',
    opposite: 'no',
    by: 'the record: dots, out of line',
  },
  {
    check: 'plugs',
    entryId: 'e1',
    question: 'Was a plug not home?',
    words: "Can't tell",
    opposite: null,
    by: 'Amina',
  },
];

function panel(change: Partial<Diagnosis> = {}) {
  const causes = ['dirt', 'focus', 'fan', 'belt', 'hose', 'cable'].map((id, at) => ({
    id,
    words: `Cause ${id}`,
    probability: [0.5, 0.3, 0.1, 0.06, 0.036, 0.004][at]!,
    because: at === 0 ? [{ words: 'Reported: weak', factor: 2.61 }] : [],
  }));
  return (
    <DiagnosisPanel
      faultId="f1"
      seen="s1"
      showing={{ when: null, where: null }}
      diagnosis={{ causes, checks: [], answers: [], confirmed: 0, ...change }}
      actions={{
        answer: keep('answer') as never,
        takeBack: keep('take back') as never,
        addCause: keep('add cause') as never,
        sayShowing: keep('showing') as never,
        decide: keep('decide') as never,
        reset: keep('reset') as never,
      }}
    />
  );
}

const draw = (change: Partial<Diagnosis> = {}) => show(panel(change));

describe('a check', () => {
  it('is answered by one of the ways in which it can come out, or that it cannot be told', async () => {
    draw({ checks: [check('window-light'), check('plugs')] });
    const group = screen.getByRole('group', { name: /Held to the light/ });
    const names = within(group)
      .getAllByRole('button')
      .map(({ textContent }) => textContent);
    expect(names).toEqual(['Clear', 'Hazy', 'Soiled', 'Etched, cracked or chipped', "Can't tell"]);
    await userEvent.click(within(group).getByRole('button', { name: 'Hazy' }));
    expect(sent).toEqual([['answer', { faultId: 'f1', check: 'window-light', answer: 'haze' }]]);
    expect(screen.getByText('Or another one')).toBeTruthy();
  });

  it('that cannot be told is said so', async () => {
    draw({ checks: [check('plugs')] });
    await userEvent.click(screen.getByRole('button', { name: "Can't tell" }));
    expect(sent).toEqual([['answer', { faultId: 'f1', check: 'plugs', answer: 'unknown' }]]);
  });

  it('of a figure takes one on its scale, by Enter or by a press, and says what is not', async () => {
    draw({ checks: [check('coolant-warm')] });
    const field = screen.getByRole('textbox', { name: /How warm is the coolant/ });
    const record = screen.getByRole<HTMLButtonElement>('button', { name: 'Record it' });
    expect(record.disabled).toBe(true);
    await userEvent.type(field, '200');
    expect(record.disabled).toBe(true);
    expect(screen.getByText('Give a figure from 5 to 60 °C.')).toBeTruthy();
    await userEvent.type(field, '{Enter}');
    expect(sent).toEqual([]);
    await userEvent.clear(field);
    await userEvent.type(field, '31.5{Enter}');
    expect(sent).toEqual([['answer', { faultId: 'f1', check: 'coolant-warm', answer: '31.5' }]]);
    expect(screen.queryByRole('button', { name: 'Yes' })).toBeNull();
  });

  it('says whose minutes they are, and what else is worth it while it is open', () => {
    const besides = 'How does a clean swab come away from the mirrors?';
    draw({
      checks: [
        check('by-hand', { minutes: 8, minutesLearned: true, besides, alongside: ['Rail: wipe'] }),
        check('rails-look'),
        check('plugs'),
      ],
    });
    const said = (start: RegExp) => screen.getByText(start).textContent;
    expect(said(/8 min here; tells the glass/)).toContain(
      `While it is open: also worth a look: ${besides}, Rail: wipe.`,
    );
    expect(said(/^2 min; tells/)).toContain('It needs isolating and opening.');
    expect(said(/^3 min; tells/)).not.toContain('open');
    expect(screen.getByText('Or one of 2 others')).toBeTruthy();
  });

  it('is not asked for where none tells more', () => {
    draw();
    expect(screen.getByText(/No check tells much more/)).toBeTruthy();
  });
});

describe('what was answered', () => {
  it('by the record can be said not to be so, by a person taken back', async () => {
    draw({ answers: answered });
    const list = screen.getByRole('region', { name: 'Answered' });
    expect(within(list).getByText('They move from corner to corner')).toBeTruthy();
    await userEvent.click(within(list).getByRole('button', { name: 'It is not so' }));
    await userEvent.click(within(list).getByRole('button', { name: 'Undo' }));
    expect(sent).toEqual([
      ['answer', { faultId: 'f1', check: 'dots', answer: 'no' }],
      ['take back', 'e1'],
    ]);
  });

  it('is not shown before anything was', () => {
    draw();
    expect(screen.queryByRole('region', { name: 'Answered' })).toBeNull();
  });
});

describe('the causes', () => {
  it('show five, with what speaks for each, and the others at a press', async () => {
    draw();
    expect(screen.getByText('Cause hose')).toBeTruthy();
    expect(screen.queryByText('Cause cable')).toBeNull();
    expect(screen.getByText('Reported: weak', { exact: false }).textContent).toContain('×2.6');
    await userEvent.click(screen.getByRole('button', { name: '1 more' }));
    expect(screen.getByText('Cause cable')).toBeTruthy();
    expect(screen.getByText('under 1 %')).toBeTruthy();
  });

  it('are decided on, or one of one’s own is added', async () => {
    draw();
    await userEvent.click(screen.getAllByText('It is this: decide')[1]!);
    await userEvent.click(screen.getByText('Add a cause of your own'));
    await userEvent.type(screen.getByRole('textbox', { name: 'Cause in words' }), 'a loose fuse');
    await userEvent.click(screen.getByRole('button', { name: 'Add this cause' }));
    expect(sent).toEqual([
      ['decide', { faultId: 'f1', seen: 's1', cause: 'focus', note: '' }],
      ['add cause', { faultId: 'f1', words: 'a loose fuse' }],
    ]);
  });

  it('tell of confirmed cases, which who may set up can stop counting', async () => {
    draw({ confirmed: 2.5 });
    expect(screen.getByText(/worth 2.5 of this machine/)).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'Stop counting them' }));
    expect(sent.map(([action]) => action)).toEqual(['reset']);
  });
});

it('shows its causes and a check in the first picture, and what is folded away as it wakes', async () => {
  const seen = await firstAndWoken(
    inside(panel({ checks: [check('window-light'), check('plugs')] })),
    () => ({
      causes: document.querySelectorAll('ol > li').length,
      checks: document.querySelectorAll('[role=group]').length,
      decisions: screen.queryAllByText('It is this: decide').length,
    }),
  );
  expect(seen.first).toEqual({ causes: 5, checks: 1, decisions: 0 });
  expect(seen.woken).toEqual({ causes: 5, checks: 2, decisions: 5 });
});
