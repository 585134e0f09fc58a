/** @jest-environment jsdom */
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { show } from '../shared/testing/show';
import { DotsTrainer } from './DotsTrainer';

const button = (name: string | RegExp) => screen.getByRole('button', { name });
const said = () => document.body.textContent!;
/** What the bench asks for: each screw with its degrees, and where its dot goes. */
const asked =
  /Mirror (\d), the screw that sends the beam (sideways|up and down): [\d.]+ turn \((\d+)°\), so that the dot [a-z ]+ goes [\d.]+ mm (to the left|to the right|up|down)/g;
const lift = /all dots stand ([\d.]+) mm (up|down)/;

/** Does what is asked, as near as a press gives it. */
async function follow(): Promise<void> {
  const words = said();
  await userEvent.click(button('1/128 turn'));
  for (const [, mirror, axis, degrees, goes] of words.matchAll(asked)) {
    const way = /left|down/.test(goes!) ? 'out' : 'in';
    for (let left = Math.round((Number(degrees) / 360) * 128); left > 0; left--) {
      await userEvent.click(button(`Mirror ${mirror}, ${axis}: ${way}`));
    }
  }
  const [, by, stands] = lift.exec(words) ?? [];
  for (let left = Math.round(Number(by ?? 0) / 0.2); left > 0; left--) {
    await userEvent.click(button(`${stands === 'up' ? 'down' : 'up'} 0.2 mm`));
  }
}

// chains whose dots stay a third of a millimetre out where a screw turns by sixty-fourths
test.each([6, 10, 17])(
  'the false chain %i is inside in three rounds by what the bench says',
  async (seed) => {
    show(<DotsTrainer seed={seed} finish={async () => ({ ok: true, value: null as never })} />);
    for (let round = 1; round <= 3 && !said().includes('Inside in'); round++) {
      if (round > 1) await follow();
      await userEvent.click(button('Fire the five'));
      if (round === 1) await userEvent.click(button('What would the bench say?'));
    }
    expect(said()).toMatch(/Inside in [23] rounds\./);
  },
  30_000,
);
