/** HiGHS, as WebAssembly, behind the door that `core/assembly` knows. It blocks its thread while it works. */
import type { Program, Solve } from '@oaken/core/assembly';
import loadHighs, { type Highs, type Model, type ModelData } from 'highs';

let loaded: Promise<Highs> | null = null;

export const highsSolve: Solve = async (program, { seconds, enough, start }) => {
  const highs = await (loaded ??= loadHighs());
  return highs.withModel(modelData(program, highs), (model) => {
    model.options.set({
      output_flag: false,
      time_limit: seconds,
      mip_abs_gap: enough,
      mip_rel_gap: 0,
    });
    if (start) model.setSolution({ colValue: Float64Array.from(start) });
    model.run();
    if (model.info.get('primal_solution_status') !== highs.constants.solutionStatus.feasible)
      return null;
    const bound = provedBound(program, model, highs);
    return {
      values: model.getSolution().colValue,
      objective: model.getObjectiveValue(),
      bound: Number.isFinite(bound) ? bound : -Infinity,
    };
  });
};

/** Of a program without whole numbers the best is known once it is solved to the end; before that, nothing is. */
function provedBound({ whole }: Program, model: Model, { constants }: Highs): number {
  if (whole.some(Boolean)) return Number(model.info.get('mip_dual_bound'));
  return model.getModelStatus() === constants.modelStatus.optimal
    ? model.getObjectiveValue()
    : -Infinity;
}

function modelData({ cost, lower, upper, whole, rows }: Program, { constants }: Highs): ModelData {
  const starts = new Int32Array(rows.length + 1);
  let entries = 0;
  for (const [index, { columns }] of rows.entries()) {
    starts[index] = entries;
    entries += columns.length;
  }
  starts[rows.length] = entries;
  const indices = new Int32Array(entries);
  const values = new Float64Array(entries);
  for (const [index, row] of rows.entries()) {
    indices.set(row.columns, starts[index]);
    values.set(row.values, starts[index]);
  }
  const { integer, continuous } = constants.variableType;
  const size = { numRows: rows.length, numCols: cost.length };
  return {
    ...size,
    colCost: cost,
    colLower: lower,
    colUpper: upper,
    rowLower: rows.map((row) => row.lower),
    rowUpper: rows.map((row) => row.upper),
    matrix: { format: 'csr', ...size, starts, indices, values },
    integrality: whole.map((isWhole) => (isWhole ? integer : continuous)),
  };
}
