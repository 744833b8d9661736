/** A mark in a photo, at shares of its width and height; what is below it is placed relative. */
export function PhotoMark({ x, y, label }: { readonly x: number; readonly y: number; readonly label: string }) {
  return (
    <span
      aria-hidden
      style={{ left: `${100 * x}%`, top: `${100 * y}%` }}
      className="absolute grid h-5 w-5 -translate-x-1/2 -translate-y-1/2 place-items-center border-[1.5px] border-ink bg-sheet font-figures text-12 text-ink"
    >
      {label}
    </span>
  );
}
