/** Whether every value is a finite number. */
export function isAllFinite(values: Float64Array): boolean {
  let sum = 0;
  for (let i = 0; i < values.length; i++) sum += values[i];
  // What is not finite stays so in a sum, and less itself is no number.
  return sum - sum === 0;
}
