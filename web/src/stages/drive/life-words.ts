/** Hours as people say them: two digits, and no end that nobody has seen. */
export function lifeText(hours: number): string {
  if (hours >= 100_000) return 'over 100,000 h';
  const rounded = Number(hours.toPrecision(2));
  return `${rounded.toLocaleString('en')} h`;
}

/** Hours and minutes of a runtime. */
export function runtimeText(hours: number): string {
  if (hours >= 10) return `${Math.round(hours)} h`;
  const minutes = Math.round(60 * hours);
  return minutes < 60 ? `${minutes} min` : `${Math.floor(minutes / 60)} h ${minutes % 60} min`;
}
