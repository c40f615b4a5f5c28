/** The numbers in a text of SVG, however they are set apart. */
export const numbersIn = (text = ''): number[] =>
  (text.match(/[-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?/gi) ?? []).map(Number)
