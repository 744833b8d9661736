/** The sign and the name. */
export function Brand() {
  return (
    <span className="flex items-center gap-2.5 text-17 font-[650] whitespace-nowrap">
      <svg width="22" height="22" viewBox="0 0 22 22" aria-hidden="true">
        <rect x="1" y="7" width="14" height="14" className="fill-none stroke-ink" strokeWidth="1.5" />
        <path d="M8 14L20 2" className="stroke-petrol" strokeWidth="2.5" />
        <circle cx="8" cy="14" r="2.4" className="fill-straw stroke-ink" strokeWidth="1.2" />
      </svg>
      Mindful Probe
    </span>
  );
}
