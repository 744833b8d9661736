/** Hours and minutes of a runtime. */
export function runtimeText(hours: number): string {
  if (hours >= 10) return `${Math.round(hours)} h`;
  const minutes = Math.round(60 * hours);
  return minutes < 60 ? `${minutes} min` : `${Math.floor(minutes / 60)} h ${minutes % 60} min`;
}
