/** The paint of IEC 60062 as it looks on a part: the one place where a colour is the meaning, and it is named beside. */
const PAINT: Readonly<Record<string, string>> = {
  black: '#1a1a1a',
  brown: '#6b3f1f',
  red: '#b3261e',
  orange: '#d9731a',
  yellow: '#e3c21c',
  green: '#3b7a3a',
  blue: '#2c5aa0',
  violet: '#6d4a9c',
  grey: '#8a8a88',
  white: '#f4f4f0',
  gold: '#b8933a',
  silver: '#b9bcc0',
};

const LENGTH = 92;
const HEIGHT = 22;

/** A resistor with its bands in the order that they are read in. */
export function BandsPicture({ bands }: { readonly bands: readonly string[] }) {
  const body = { from: 12, to: LENGTH - 12 };
  // The last stands apart, as it does on the part.
  const step = (body.to - body.from - 22) / Math.max(1, bands.length - 1);
  return (
    <svg width={LENGTH} height={HEIGHT} role="img" aria-label={`bands ${bands.join(', ')}`} className="shrink-0">
      <path d={`M0 ${HEIGHT / 2}H${LENGTH}`} className="stroke-quiet" strokeWidth="2" />
      <rect x={body.from} y="3" width={body.to - body.from} height={HEIGHT - 6} rx="3" fill="#d9c9a3" className="stroke-quiet" />
      {bands.map((colour, index) => (
        <rect
          // biome-ignore lint/suspicious/noArrayIndexKey: a band is its place
          key={index}
          x={body.from + 5 + index * step + (index === bands.length - 1 && bands.length > 3 ? 6 : 0)}
          y="3"
          width="6"
          height={HEIGHT - 6}
          fill={PAINT[colour]}
          stroke={colour === 'white' ? '#8a8a88' : 'none'}
          strokeWidth="0.5"
        />
      ))}
    </svg>
  );
}
