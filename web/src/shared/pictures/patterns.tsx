/** The hatches and dots of the state language, defined once a page and named by every picture. */
export function Patterns() {
  return (
    <svg width="0" height="0" className="absolute" aria-hidden="true">
      <defs>
        <pattern id="hatch" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="2" height="7" className="fill-brick" />
        </pattern>
        <pattern id="hatch-quiet" width="9" height="9" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="1.1" height="9" className="fill-brick" opacity="0.75" />
        </pattern>
        <pattern id="hatch-straw" width="9" height="9" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="1.1" height="9" className="fill-[var(--over-on-straw)]" opacity="0.75" />
        </pattern>
        <pattern id="hatch-faint" width="12" height="12" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="1" height="12" className="fill-brick" opacity="0.22" />
        </pattern>
        <pattern id="dots" width="6" height="6" patternUnits="userSpaceOnUse">
          <rect x="1" y="1" width="3" height="3" className="fill-[var(--ochre)]" />
        </pattern>
      </defs>
    </svg>
  );
}
