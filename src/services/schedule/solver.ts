import type { Highs, ModelData } from 'highs';
import { asProgram, planOf, valuesOf, type Program } from '../../core/schedule/milp';
import {
  scheduleCost,
  violations,
  type Schedule,
  type ScheduleProblem,
} from '../../core/schedule/problem';

/** What a solver made of a problem. */
export interface Solved {
  /** the best plan it met; `null`: none in time */
  plan: Schedule | null;
  cost: number;
  /** no plan costs less */
  bound: number;
}

/** How long a solver may take, and how it is followed. */
export interface SolveOptions {
  seconds: number;
  /** a plan to begin with */
  start?: Schedule;
  /** told of each better plan and bound; false ends the work */
  told?: (state: Solved) => boolean;
  /** share of the cost by which the plan may be dearer than the bound when it stops */
  gap?: number;
}

let loaded: Promise<Highs> | null = null;
// read when it is first asked: it is large, and the search does without
const runtime = () => (loaded ??= import('highs').then(({ default: load }) => load()));

/**
 * Solves a problem with HiGHS, a maintained solver for mixed integer programs.
 * @throws what the solver throws when it fails
 */
export async function solveSchedule(
  problem: ScheduleProblem,
  { seconds, start, told = () => true, gap = 0.0005 }: SolveOptions,
): Promise<Solved> {
  const solver = await runtime();
  const known = start ? scheduleCost(problem, start).total : Infinity;
  const program = asProgram(problem);
  if (program.costs.length === 0) {
    const plan = problem.tasks.map(() => []);
    const cost = scheduleCost(problem, plan).total;
    return { plan, cost, bound: cost };
  }
  const { callbackType } = solver.constants;
  return solver.withModel(modelOf(program, solver.constants, solver.infinity), (model) => {
    model.options.set({ output_flag: false, time_limit: seconds, mip_rel_gap: gap });
    const values = start ? valuesOf(problem, program, start) : null;
    if (values) model.setSolution({ colValue: values });
    const state: Solved = { plan: start ?? null, cost: known, bound: -Infinity };
    const look = (solution: ArrayLike<number> | undefined) => {
      if (!solution) return;
      const plan = planOf(problem, program, (column) => solution[column]!);
      const cost = scheduleCost(problem, plan).total;
      // checked apart: a solver's rounding may not break a rule
      if (cost < state.cost - 1e-6 && holds(problem, plan)) Object.assign(state, { plan, cost });
    };
    model.run({
      [callbackType.mipImprovingSolution]: (event) => {
        look(event.data.mip_solution);
        return undefined;
      },
      [callbackType.mipInterrupt]: (event) => {
        const bound = event.data.mip_dual_bound ?? -Infinity;
        if (bound > state.bound && Number.isFinite(bound)) state.bound = bound;
        if (!told({ ...state })) event.interrupt();
        return undefined;
      },
    });
    if (model.info.get('primal_solution_status') === solver.constants.solutionStatus.feasible) {
      look(model.getSolution().colValue);
    }
    const bound = Number(model.info.get('mip_dual_bound'));
    if (Number.isFinite(bound)) state.bound = Math.max(state.bound, bound);
    if (state.bound > state.cost) state.bound = state.cost;
    return state;
  });
}

const holds = (problem: ScheduleProblem, plan: Schedule) =>
  violations(problem, plan).every(({ rule }) => rule === 'fire');

function modelOf(
  { costs, lower, integer, rows }: Program,
  { variableType }: Highs['constants'],
  infinity: number,
): ModelData {
  const starts = [0];
  const indices: number[] = [];
  const values: number[] = [];
  for (const { entries } of rows) {
    for (const [column, value] of entries) {
      indices.push(column);
      values.push(value);
    }
    starts.push(indices.length);
  }
  const finite = (value: number) =>
    value === Infinity ? infinity : value === -Infinity ? -infinity : value;
  return {
    numCols: costs.length,
    numRows: rows.length,
    colCost: [...costs],
    colLower: [...lower],
    colUpper: costs.map(() => 1),
    rowLower: rows.map((row) => finite(row.lower)),
    rowUpper: rows.map((row) => finite(row.upper)),
    integrality: integer.map((one) => (one ? variableType.integer : variableType.continuous)),
    matrix: {
      format: 'csr',
      numRows: rows.length,
      numCols: costs.length,
      starts,
      indices,
      values,
    },
  };
}
