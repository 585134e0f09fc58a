/** @jest-environment jsdom */
import { fireEvent } from '@testing-library/react';
import { show } from '../../shared/testing/show';
import { DuctReckoner } from './DuctReckoner';
import { WarmUpReckoner } from './WarmUpReckoner';

const type = (field: HTMLElement, value: string) => fireEvent.change(field, { target: { value } });

describe('another fan', () => {
  const duct = () => show(<DuctReckoner diameter={100} volume={0.3} flow={160} />);

  it('is reckoned from what its plate says, against the flow of now', () => {
    const page = duct();
    expect(page.container.textContent).toContain('At 160 m³/h this duct takes');
    expect(page.container.textContent).toContain('Two figures of a fan');
    type(page.getByLabelText('Fan free, m³/h'), '400');
    type(page.getByLabelText('Fan shut, Pa'), '500');
    const said = /would move (\d+) m³\/h at (\d+) Pa, (\d+) % of now/.exec(
      page.container.textContent,
    )!;
    const [flow, pressure, share] = said.slice(1).map(Number);
    expect(flow).toBeGreaterThan(160);
    expect(flow).toBeLessThan(400);
    // the point lies on the fan's own line
    expect(pressure!).toBeCloseTo(500 * (1 - flow! / 400), -1);
    expect(share).toBe(Math.round((flow! / 160) * 100));
  });

  it('says nothing of a duct without a size', () => {
    const page = duct();
    type(page.getByLabelText('Duct, mm'), '');
    expect(page.container.textContent).not.toContain('this duct takes');
  });
});

describe('a reservoir', () => {
  const reservoir = () => show(<WarmUpReckoner watts={80} room={20} />);

  it('warms by its load, and is fitted from two temperatures', () => {
    const page = reservoir();
    // 400 W into 15 L for 30 min: 720 kJ over 62.8 kJ/K
    expect(page.container.textContent).toContain('With no loss it warms by 11.5 K in 30 min');
    type(page.getByLabelText('At first, °C'), '18');
    type(page.getByLabelText('Then, °C'), '26');
    expect(page.container.textContent).toMatch(/It settles at [\d.]+ °C, most of the way in/);
  });

  it('says when two temperatures cannot be', () => {
    const page = reservoir();
    type(page.getByLabelText('At first, °C'), '18');
    type(page.getByLabelText('Then, °C'), '60');
    expect(page.container.textContent).toContain('do not fit the load');
    type(page.getByLabelText('Heat, W'), '');
    expect(page.container.textContent).toContain('Heat, litres and minutes are needed.');
  });
});
