import { inPercent, usedPercent } from '../../../core/units/percent';
import { fillShare, type Column } from './columns';

const entities: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
  "'": '&#39;',
};

/** Text as it may stand in markup, in and out of quotes. */
export function escaped(text: string): string {
  return text.replace(/[&<>"']/g, (mark) => entities[mark]!);
}

const rounded = (share: number) => Math.round(share * 1000) / 1000;

/** What a column is drawn from. */
export type DrawnColumn = Pick<Column, 'slug' | 'short' | 'part' | 'used' | 'state' | 'label'> & {
  strength?: number;
};

/** Rounded down, as a share is said. */
const sent = (share: number) => Math.floor(share * 10_000 + 1e-6) / 10_000;

/** Of columns, what they are drawn from: Today shows hundreds, and nothing else of them goes to the browser. */
export function drawnColumns(columns: readonly Column[]): DrawnColumn[] {
  return columns.map(({ slug, short, part, used, state, strength, label }) => ({
    slug,
    short,
    part,
    used: used === null ? null : sent(used),
    state,
    label,
    ...(strength !== null && { strength }),
  }));
}

/**
 * The list items of a ribbon as markup. Today shows hundreds of columns, and as elements they took
 * two thirds of the server's time for the page (bench: 20 machines, 420 columns); as text, none worth
 * naming. Names come from people: everything written is escaped here.
 * @param href where a column leads, by its slug
 * @param current slug of the open station
 */
export function columnsMarkup(
  columns: readonly DrawnColumn[],
  href: (slug: string) => string,
  current?: string,
): string {
  return columns
    .map((column, index) => {
      const { slug, part, state, used, short, label, strength } = column;
      const first = index === 0 || columns[index - 1]!.part !== part;
      const figure =
        state === 'not known'
          ? '?'
          : used !== null && state !== 'clear'
            ? usedPercent(used).replace('over ', '>').replace(' %', '')
            : '';
      const fill = rounded(fillShare(used ?? 0));
      const dirt = rounded(Math.min(1, used ?? 0));
      return (
        `<li${first ? ` data-part="${part}"` : ''} data-state="${state ?? 'none'}">` +
        `<a href="${escaped(href(slug))}" title="${escaped(label)}"${current === slug ? ' aria-current="true"' : ''}>` +
        (figure ? `<b aria-hidden="true">${escaped(figure)}</b>` : '<b></b>') +
        `<i style="--fill:${fill};--dirt:${dirt}"></i>` +
        `<span aria-hidden="true">${escaped(short).replaceAll(' ', '\n')}</span>` +
        (strength === undefined ? '' : `<em aria-hidden="true">${inPercent(strength)}</em>`) +
        `</a></li>`
      );
    })
    .join('');
}
