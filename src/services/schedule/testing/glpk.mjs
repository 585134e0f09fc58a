// Solves a program (JSON on standard input) with GLPK and prints its objective and columns as JSON.
import GLPK from 'glpk.js/node';
import fs from 'node:fs';

const { costs, lower, integer, rows } = JSON.parse(fs.readFileSync(0, 'utf8'));
const glpk = await GLPK();
const name = (column) => `c${column}`;
const bounds = ({ lower: lb, upper: ub }) => {
  if (lb === null) return { type: glpk.GLP_UP, ub, lb: 0 };
  if (ub === null) return { type: glpk.GLP_LO, lb, ub: 0 };
  return lb === ub ? { type: glpk.GLP_FX, lb, ub } : { type: glpk.GLP_DB, lb, ub };
};
const { result } = await glpk.solve(
  {
    name: 'plan',
    objective: {
      direction: glpk.GLP_MIN,
      name: 'cost',
      vars: costs.map((coef, column) => ({ name: name(column), coef })),
    },
    subjectTo: rows.map(({ entries, ...row }, at) => ({
      name: `r${at}`,
      vars: entries.map(([column, coef]) => ({ name: name(column), coef })),
      bnds: bounds(row),
    })),
    bounds: lower.map((lb, column) =>
      lb === 1
        ? { name: name(column), type: glpk.GLP_FX, lb: 1, ub: 1 }
        : { name: name(column), type: glpk.GLP_DB, lb, ub: 1 },
    ),
    binaries: integer.flatMap((whole, column) =>
      whole && lower[column] === 0 ? [name(column)] : [],
    ),
  },
  { msglev: glpk.GLP_MSG_OFF, presol: true, mipgap: 0, tmlim: 50 },
);
process.stdout.write(
  JSON.stringify({
    optimal: result.status === glpk.GLP_OPT,
    cost: result.z,
    values: costs.map((_, column) => result.vars[name(column)]),
  }),
);
