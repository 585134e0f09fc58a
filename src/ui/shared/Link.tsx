import NextLink from 'next/link';
import type { ComponentProps } from 'react';

/**
 * A link inside the app. It fetches nothing ahead: every page is worked out for who asks, so that a page full of
 * links would have the server work out all that they lead to.
 */
export function Link(props: ComponentProps<typeof NextLink>) {
  return <NextLink prefetch={false} data-soft {...props} />;
}
