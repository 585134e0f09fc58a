'use client';

import { useRouter } from 'next/navigation';
import { useEffect } from 'react';

/** A link, in a text or in a drawing. */
type Link = HTMLAnchorElement | SVGAElement;

/** The link that a press falls on, if any. */
export const linkUnder = ({ target }: Event): Link | null =>
  (target as Element).closest<Link>('a[href]');

/**
 * The page of the app that a link leads to.
 * @returns null where it leads to a file, another address, another window or a place on this page
 */
export function pageOf(link: Link): URL | null {
  const href = link.getAttribute('href') ?? '';
  const elsewhere = !['', '_self'].includes(link.getAttribute('target') ?? '');
  if (elsewhere || href.startsWith('#') || link.hasAttribute('download')) return null;
  const url = new URL(href, location.href);
  const own = url.origin === location.origin && url.protocol === location.protocol;
  return own && !url.pathname.startsWith('/api/') ? url : null;
}

/** What was so near the top of a page is still in view when the same page says something else, pixels. */
const nearTop = 200;

/**
 * Follows the links of all pages without loading the page anew: they are plain `<a>`, which cost the server nothing and
 * fetch nothing ahead, since every page is worked out for who asks. A link with `data-stay` keeps the place on the page.
 */
export function SoftLinks() {
  const router = useRouter();
  useEffect(() => {
    const follow = (event: MouseEvent) => {
      if (event.defaultPrevented || event.button !== 0) return;
      if (event.metaKey || event.ctrlKey || event.shiftKey || event.altKey) return;
      const link = linkUnder(event);
      const page = link && pageOf(link);
      if (!page) return;
      event.preventDefault();
      const samePage = page.pathname === location.pathname;
      const stays = 'stay' in link.dataset || (samePage && window.scrollY <= nearTop);
      router.push(page.pathname + page.search + page.hash, { scroll: !stays });
    };
    document.addEventListener('click', follow);
    return () => document.removeEventListener('click', follow);
  }, [router]);
  return null;
}
