/** @jest-environment jsdom */
import { fireEvent } from '@testing-library/react';
import { buildOf } from '../../../catalogue/builds/build';
import { drawMachine, paper } from '../../../catalogue/drawing/drawing';
import { families } from '../../../catalogue/families';
import { show } from '../../shared/testing/show';
import { MachineDrawing, type DrawnPart } from './MachineDrawing';

const partsOf = (family: (typeof families)[number]): DrawnPart[] =>
  family.stations.map(({ slug, kind, name }) => ({ slug, kind, name: name ?? kind }));

const draw = (
  family: (typeof families)[number],
  more: Partial<Parameters<typeof MachineDrawing>[0]>,
) =>
  show(
    <MachineDrawing
      build={buildOf(family.id)}
      machine="Wren"
      stations={partsOf(family)}
      {...more}
    />,
  );

const figure = (of: Element, name: string) => Number(of.getAttribute(name));

describe.each(families.map((family) => [family.id, family] as const))('%s', (_, family) => {
  const drawn = drawMachine(buildOf(family.id), partsOf(family));

  it.each(drawn.stations.map(({ station }) => [station.name, station] as const))(
    'names %s on the paper, over no other words, with its ring on it',
    (name, { slug }) => {
      const { container } = draw(family, { target: [slug] });
      const box = container.querySelector('[data-part=target] rect')!;
      const [x, y] = [figure(box, 'x'), figure(box, 'y')];
      const [right, bottom] = [x + figure(box, 'width'), y + figure(box, 'height')];
      expect([x >= 0, y >= 0, right <= paper.width, bottom <= paper.height]).toEqual([
        true,
        true,
        true,
        true,
      ]);
      expect(box.nextElementSibling!.textContent).toBe(name.replace(/ \(.*\)$/, ''));
      for (const view of container.querySelectorAll('[data-part=view]')) {
        const [left, base] = [figure(view, 'x'), figure(view, 'y')];
        const beside = right <= left || x >= left + view.textContent.length * 6;
        const off = bottom <= base - 10 || y >= base + 3;
        expect([view.textContent, beside || off]).toEqual([view.textContent, true]);
      }
      const { at } = drawn.stations.find(({ station }) => station.slug === slug)!;
      const ring = container.querySelector('[data-ring=over]')!;
      expect([figure(ring, 'cx'), figure(ring, 'cy')]).toEqual([at.x, at.y]);
    },
  );
});

const [family] = families;
const slugs = drawMachine(buildOf(family!.id), partsOf(family!)).stations.map(
  ({ station }) => station.slug,
);

it('numbers three targets and more, with their names below', () => {
  const { container } = draw(family!, { target: slugs.slice(0, 3) });
  const numbers = [...container.querySelectorAll('[data-part=target] text')];
  expect(numbers.map(({ textContent }) => textContent)).toEqual(['1', '2', '3']);
  expect(container.querySelector('figcaption')!.textContent).toMatch(/^1 .+, 2 .+, 3 .+\./);
  expect(container.querySelector('svg')!.getAttribute('aria-label')).toMatch(/marked: .+, .+, .+/);
});

it('leads each part to its station, or is pointed at', () => {
  const { container, unmount } = draw(family!, { href: (slug) => `/there/${slug}` });
  const links = [...container.querySelectorAll('a')].map((link) => link.getAttribute('href'));
  expect(links).toEqual(slugs.map((slug) => `/there/${slug}`));
  unmount();
  const pointed: string[] = [];
  const { container: again } = draw(family!, { onPoint: (slug) => pointed.push(slug) });
  const svg = again.querySelector('svg')!;
  svg.getBoundingClientRect = () => new DOMRect(0, 0, paper.width, paper.height);
  fireEvent.click(again.querySelector(`[data-slug="${slugs[0]}"]`)!, { clientX: 1, clientY: 1 });
  expect(pointed).toEqual([slugs[0]]);
});

it('says what is taken out, and marks nothing where nothing is spoken of', () => {
  const { container } = draw(family!, { out: [slugs[0]!] });
  expect(container.querySelectorAll('[data-out]')).toHaveLength(1);
  expect(container.querySelector('figcaption')!.textContent).toContain('Dashed: taken out.');
  expect(container.querySelector('[data-part=target]')).toBeNull();
});
