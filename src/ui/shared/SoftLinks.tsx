'use client';

import { useRouter } from 'next/navigation';
import type { MouseEvent, ReactNode } from 'react';

/** Follows plain links inside without loading the page anew; keeps the place on the page. */
export function SoftLinks({ children }: { children: ReactNode }) {
  const router = useRouter();
  function follow(event: MouseEvent) {
    if (event.metaKey || event.ctrlKey || event.shiftKey || event.altKey || event.button !== 0)
      return;
    const href = (event.target as Element).closest('a')?.getAttribute('href');
    if (!href?.startsWith('/')) return;
    event.preventDefault();
    router.push(href, { scroll: !href.includes('?station=') || window.scrollY > 200 });
  }
  // the links themselves take focus and keys; this only listens
  return (
    <div onClick={follow} style={{ minWidth: 0 }}>
      {children}
    </div>
  );
}
