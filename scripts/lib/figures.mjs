// How a measured figure is told.
export const at = (values, share) =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * share))] ?? NaN
export const figures = (values, unit, digits = 2) =>
  `median ${at(values, 0.5).toFixed(digits)} ${unit}, p95 ${at(values, 0.95).toFixed(digits)} ${unit} (${values.length} samples)`
