'use client';

import { NativeSelect, TextInput } from '@mantine/core';
import { useState } from 'react';
import { judgeMethod, matrix, parts, type Part } from '../../catalogue/matrix';
import classes from './Methods.module.css';

const verdictWords = {
  allowed: 'nothing speaks against it',
  disputed: 'disputed',
  harmful: 'harmful',
};

/** What goes with what: ask it, or read it. */
export function Matrix({ settled }: { settled: string[] }) {
  const [part, setPart] = useState<Part>('optic');
  const [text, setText] = useState('');
  const { verdict, rule } = judgeMethod(text, part);
  return (
    <section className="panel" aria-labelledby="matrix">
      <h2 id="matrix">What goes with what</h2>
      <p className="quiet">
        Harmful ways are refused wherever a cleaning is recorded; disputed ones warn once, then the
        shop&apos;s choice stands. The maker&apos;s manual comes first.
      </p>
      <div className={classes.row}>
        <NativeSelect
          label="Part"
          data={parts.map((value) => ({ value, label: value }))}
          value={part}
          onChange={(event) => setPart(event.currentTarget.value as Part)}
        />
        <TextInput
          label="Cleaned with"
          placeholder="window cleaner on a cloth"
          value={text}
          onChange={(event) => setText(event.currentTarget.value)}
          miw={280}
        />
        {text.trim() && (
          <span role="status" className={classes.verdict} data-verdict={verdict}>
            {verdictWords[verdict]}
          </span>
        )}
      </div>
      {text.trim() && rule && <p>{rule.why}</p>}
      <details style={{ marginTop: 12 }}>
        <summary>Read the whole matrix</summary>
        <div className={classes.scroll}>
          <table className={classes.matrix}>
            <thead>
              <tr>
                <th>Part</th>
                <th>With</th>
                <th>Verdict</th>
                <th>Why, and who says what</th>
              </tr>
            </thead>
            <tbody>
              {matrix.map((one) => (
                <tr key={one.id}>
                  <td>{one.parts.join(', ')}</td>
                  <td>
                    {[one.liquids?.join(', '), one.tools?.join(', ')].filter(Boolean).join(' by ')}
                  </td>
                  <td>
                    <span className={classes.verdict} data-verdict={one.verdict}>
                      {one.verdict}
                    </span>
                  </td>
                  <td>
                    {one.why}
                    {settled.includes(one.id) && <b> This shop has chosen to use it.</b>}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      </details>
    </section>
  );
}
