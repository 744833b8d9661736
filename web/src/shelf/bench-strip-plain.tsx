/** The strip at the top where no specimen is open: plain. */
export function BenchStripPlain() {
  return <div className="h-1.5 bg-rule" aria-hidden="true" />;
}
