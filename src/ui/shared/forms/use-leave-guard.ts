'use client';

import { useEffect } from 'react';

const question = 'What you typed here is not saved. Leave it?';

/**
 * Asks before the page is left, by a link or by closing it, as long as something on it is not saved. The browser's own
 * way back asks only where it loads another page.
 * @param unsaved whether something is
 */
export function useLeaveGuard(unsaved: boolean): void {
  useEffect(() => {
    if (!unsaved) return;
    const onUnload = (event: BeforeUnloadEvent) => event.preventDefault();
    const onClick = (event: MouseEvent) => {
      const link = (event.target as Element).closest('a');
      const href = link?.getAttribute('href') ?? '';
      const stays = href === '' || href.startsWith('#') || link?.target === '_blank';
      if (stays || link?.hasAttribute('download') || event.ctrlKey || event.metaKey) return;
      if (window.confirm(question)) return;
      event.preventDefault();
      event.stopPropagation();
    };
    window.addEventListener('beforeunload', onUnload);
    document.addEventListener('click', onClick, true);
    return () => {
      window.removeEventListener('beforeunload', onUnload);
      document.removeEventListener('click', onClick, true);
    };
  }, [unsaved]);
}
