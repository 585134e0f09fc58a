import { useEffect, useState, type ComponentType } from 'react';

const askAgainMs = 3000;

/**
 * A part of a page whose script comes when the part is first shown; never drawn on the server. Where it does not come,
 * as when the line is lost, its place says so, and it is asked for until it does: what is typed elsewhere on the page stays.
 * @param load asks for it; one that failed is asked for anew each time
 * @param Without what must be said where it does not come
 */
export function late<P extends object>(
  load: () => Promise<ComponentType<P>>,
  Without?: ComponentType<P>,
): (props: P) => React.ReactNode {
  let come: ComponentType<P> | null = null;
  return function Late(props: P) {
    const [Part, setPart] = useState(() => come);
    const [missing, setMissing] = useState(false);
    useEffect(() => {
      if (Part) return;
      let shown = true;
      let again: ReturnType<typeof setTimeout>;
      const ask = () =>
        void load().then(
          (part) => {
            come = part;
            if (shown) setPart(() => part);
          },
          () => {
            if (!shown) return;
            setMissing(true);
            again = setTimeout(ask, askAgainMs);
          },
        );
      ask();
      return () => {
        shown = false;
        clearTimeout(again);
      };
    }, [Part]);
    if (Part) return <Part {...props} />;
    return missing ? (
      <>
        {Without && <Without {...props} />}
        <p role="status">
          This part of the page has not come yet: there is no line to the server. It comes by itself
          when there is.
        </p>
      </>
    ) : null;
  };
}
