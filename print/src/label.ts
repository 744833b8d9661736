import QRCode from 'qrcode';

export interface Label {
  readonly id: string;
  readonly name: string;
  /** Changed by hand, and on mains. */
  readonly isAltered: boolean;
  /** Of its last rework, else of its last entry: a day. */
  readonly day: string;
}

/** A label of 62 by 29 mm. */
const [WIDTH, HEIGHT, QR, MARGIN] = [62, 29, 24, 2.5];
/** Letters of 3.4 mm stand so wide. */
const [LETTERS_A_LINE, LINES] = [19, 3];

/** A label to stick on the thing, as an SVG document in millimetres: its name to be read and scanned, its mark, its day. */
export function labelSvg({ id, name, isAltered, day }: Label): string {
  const { modules } = QRCode.create(`${name} · ${id}`, { errorCorrectionLevel: 'M' });
  const cell = QR / modules.size;
  const squares: string[] = [];
  for (let row = 0; row < modules.size; row++)
    for (let column = 0; column < modules.size; column++)
      if (modules.get(row, column))
        squares.push(
          `M${(MARGIN + column * cell).toFixed(3)} ${(MARGIN + row * cell).toFixed(3)}h${cell.toFixed(3)}v${cell.toFixed(3)}h-${cell.toFixed(3)}z`,
        );
  const left = MARGIN + QR + 2;
  const lines = wrapped(name);
  const text = (y: number, words: string, size: number, weight = 400) =>
    `<text x="${left}" y="${y}" font-size="${size}" font-weight="${weight}">${escaped(words)}</text>`;
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${WIDTH} ${HEIGHT}" width="${WIDTH}mm" height="${HEIGHT}mm" role="img" font-family="sans-serif">`,
    `<title>${escaped(`Label of ${name}`)}</title>`,
    `<rect width="${WIDTH}" height="${HEIGHT}" fill="#fff"/>`,
    `<path d="${squares.join('')}" fill="#000"/>`,
    ...lines.map((line, index) => text(6 + index * 4, line, 3.4, 700)),
    ...(isAltered ? [text(21, 'ALTERED, mains', 3.2, 700), text(24.2, 'not for unattended use', 2.6)] : []),
    text(27.4, day, 2.6),
    '</svg>',
  ].join('\n');
}

function wrapped(name: string): readonly string[] {
  const lines: string[] = [];
  for (const word of name.split(/\s+/)) {
    const last = lines.at(-1);
    if (last !== undefined && last.length + 1 + word.length <= LETTERS_A_LINE) lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word);
  }
  const shown = lines.slice(0, LINES).map((line) => (line.length > LETTERS_A_LINE ? `${line.slice(0, LETTERS_A_LINE - 1)}…` : line));
  if (lines.length > LINES) shown[LINES - 1] = `${shown[LINES - 1]?.slice(0, LETTERS_A_LINE - 1)}…`;
  return shown;
}

function escaped(words: string): string {
  return words.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;');
}
