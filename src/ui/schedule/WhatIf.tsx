import { Button } from '@mantine/core';
import { useState } from 'react';
import { late } from '../shared/late';
import type { WhatIfProps } from './WhatIfForm';

const WhatIfForm = late(() => import('./WhatIfForm').then((loaded) => loaded.WhatIfForm));

/** What it would cost if it were otherwise; the questions come when they are asked for. */
export function WhatIf(props: WhatIfProps) {
  const [opened, open] = useState(false);
  return (
    <section className="panel" aria-labelledby="what-if">
      <h2 id="what-if">What if</h2>
      <p className="quiet">
        What an evening less would cost, a machine used more, or nobody there for a while. Nothing
        of it is kept.
      </p>
      {opened ? (
        <WhatIfForm {...props} />
      ) : (
        <Button variant="default" onClick={() => open(true)}>
          Ask
        </Button>
      )}
    </section>
  );
}
