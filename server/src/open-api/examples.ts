import type { OpenAPIObject } from '@nestjs/swagger';

/** What one request says and means, as somebody would send it. */
export interface ApiExample {
  readonly summary: string;
  readonly path?: Readonly<Record<string, string>>;
  readonly query?: Readonly<Record<string, string>>;
  readonly body?: unknown;
  /** What it answers with, where that is JSON. */
  readonly answer?: unknown;
}

const AT = '2026-03-07T10:00:00Z';
const CLIP = { id: 'usb-book-clip' };
const LUX_METER = { id: '192.168.1.20:5025' };
const RESISTOR = { ref: 'X', kind: 'resistor', pins: ['p1', 'p2'], ohms: 82, tolerance: 0.05, rated: { watts: 0.25 } };
const RESISTOR_KEY = 'kind=resistor ohms=82 rated={"watts":0.25} tolerance=0.05 @box 2';
const PAGE = 'page-7f3a';

/**
 * An example of each request, by method and path, in an order in which they can be sent to an empty shelf. A test sends
 * them.
 */
export const API_EXAMPLES: Readonly<Record<string, ApiExample>> = {
  'GET /api/health': { summary: 'Whether the server and its database answer', answer: { status: 'ok' } },
  'POST /api/specimens': {
    summary: 'Put a specimen on the shelf, with the first entries of its tape',
    body: {
      id: CLIP.id,
      entries: [
        { id: 'entry-0001', at: AT, kind: 'name', name: 'USB book clip' },
        { id: 'entry-0002', at: AT, kind: 'part', part: { ref: 'V1', kind: 'dc', pins: ['A', 'G'], volts: 5 } },
        { id: 'entry-0003', at: AT, kind: 'part', part: { ref: 'R1', kind: 'resistor', pins: ['A', 'B'], ohms: 39 } },
        {
          id: 'entry-0004',
          at: AT,
          kind: 'part',
          part: { ref: 'D1', kind: 'led', pins: ['B', 'G'], colour: 'white', rated: { amps: 0.03 } },
        },
      ],
    },
    answer: { landed: [1, 2, 3, 4].map((seq) => ({ id: `entry-000${seq}`, seq })) },
  },
  'GET /api/shelf': {
    summary: 'Specimens, the hardest driven first, each with its summary',
    query: { search: 'clip', sort: 'drive', count: '50' },
  },
  'GET /api/shelf/events': { summary: 'Rows of the shelf as they change, as server-sent events' },
  'POST /api/specimens/{id}/tape': {
    summary: 'Append entries; one that is on the tape already is no second one',
    path: CLIP,
    body: {
      entries: [
        {
          id: 'entry-0005',
          at: AT,
          kind: 'reading',
          place: { at: 'part', ref: 'R1' },
          figures: [{ unit: 'volts', value: 1.61, uncertainty: 0.006 }],
          condition: { state: 'live' },
        },
      ],
    },
    answer: { landed: [{ id: 'entry-0005', seq: 5 }] },
  },
  'GET /api/specimens/{id}/tape': { summary: 'The tape, or what came after an entry', path: CLIP, query: { after: '4' } },
  'GET /api/specimens/{id}/events': { summary: 'Entries as they land, as server-sent events', path: CLIP, query: { after: '5' } },
  'POST /api/solve': {
    summary: 'Solve a circuit; with the sensitivities of a figure where one is named',
    body: {
      circuit: {
        format: 'mindful-probe.circuit',
        version: 1,
        parts: [
          { ref: 'V1', kind: 'dc', pins: ['A', 'G'], volts: 5 },
          { ref: 'R1', kind: 'resistor', pins: ['A', 'B'], ohms: 39 },
          { ref: 'D1', kind: 'led', pins: ['B', 'G'], colour: 'white' },
        ],
      },
      sensitivity: 'D1.chip.amps.avg',
    },
  },
  'GET /api/specimens/{id}/export.zip': { summary: 'One specimen as a ZIP: tape, pictures, circuit, tables, write-up', path: CLIP },
  'GET /api/specimens/{id}/write-up.{extension}': {
    summary: 'The write-up as one file: md, html, txt or pdf',
    path: { ...CLIP, extension: 'html' },
    query: { length: 'review', paper: 'A4' },
  },
  'GET /api/specimens/{id}/label.svg': { summary: 'A label to stick on the thing, with a QR code', path: CLIP },
  'GET /api/compare.{extension}': {
    summary: 'Two to six states compared: csv, md, html or json; “:0” behind one is as found',
    path: { extension: 'csv' },
    query: { of: `${CLIP.id}:0,${CLIP.id}` },
  },
  'POST /api/specimens/{id}/links': {
    summary: 'A link by which somebody without the code reads this write-up, for four hours',
    path: CLIP,
    answer: { token: 'q1w2…', endsAt: '2026-03-07T14:00:00Z' },
  },
  'GET /api/read/{token}': { summary: 'The write-up behind a link, as a page', path: { token: 'q1w2e3r4' } },
  'DELETE /api/specimens/{id}/links': { summary: 'End every link to this write-up', path: CLIP },
  'POST /api/import': { summary: 'Bring in a specimen’s ZIP or tape; one that is there gets the entries that it lacks' },
  'GET /api/backup.zip': { summary: 'The whole shelf as one ZIP' },
  'POST /api/restore': { summary: 'Bring in what a backup has and the shelf has not' },
  'POST /api/pictures': { summary: 'Keep a picture, without what a camera writes beside it' },
  'GET /api/pictures/{hash}': {
    summary: 'A picture by the SHA-256 of its bytes',
    path: { hash: 'a'.repeat(64) },
    query: { size: 'thumbnail' },
  },
  'POST /api/drawer': {
    summary: 'Put parts into the drawer',
    body: { drawer: [{ part: RESISTOR, count: 20, where: 'box 2', price: 0.04 }] },
  },
  'GET /api/drawer': { summary: 'Parts at hand, how many, where, and what is promised to whom' },
  'POST /api/drawer/count': { summary: 'More or less of one', body: { key: RESISTOR_KEY, by: -1 } },
  'POST /api/drawer/reserve': {
    summary: 'Promise parts to a way that was taken',
    body: { by: 'entry-0009', needs: [{ key: RESISTOR_KEY, count: 2 }] },
  },
  'POST /api/drawer/take-back': {
    summary: 'What an entry put into the drawer goes out of it again: the entry was undone',
    body: { by: 'entry-0012', drawer: [{ part: { ref: 'R1', kind: 'resistor', pins: ['a', 'b'], ohms: 33 }, count: 2 }] },
  },
  'POST /api/drawer/settle': { summary: 'What was promised is fitted, or free again', body: { by: 'entry-0009', used: true } },
  'DELETE /api/drawer/{key}': { summary: 'Take a part out of the list', path: { key: RESISTOR_KEY } },
  'PUT /api/marks': {
    summary: 'Write down what marks on small parts stand for',
    body: { marks: [{ mark: 'T4', package: 'sod-323', what: 'small silicon diode', enters: 'diode', pins: 'anode, cathode' }] },
  },
  'GET /api/marks': { summary: 'The table of marks' },
  'DELETE /api/marks/{key}': { summary: 'Take a mark out of the table', path: { key: 'T4 SOD-323' } },
  'PUT /api/meters': {
    summary: 'Own meters, as their makers specify them',
    body: {
      meters: [
        {
          name: 'bench meter',
          role: 'probes',
          ranges: [{ unit: 'volts', upTo: 6, percent: 0.5, digits: 2, counts: 6000, inputOhms: 1e7 }],
          trueRms: true,
        },
      ],
    },
  },
  'GET /api/meters': { summary: 'Own meters' },
  'DELETE /api/meters/{key}': { summary: 'Take a meter off the list', path: { key: 'bench meter' } },
  'PUT /api/instruments': { summary: 'Put an instrument of the network on the list', body: { address: LUX_METER.id, kind: 'lux-meter' } },
  'GET /api/instruments': { summary: 'Instruments, and how it stands with their lines' },
  'GET /api/instruments/events': { summary: 'How it stands with the instruments as it changes, as server-sent events' },
  'POST /api/instruments/{id}/measure': { summary: 'Take one reading', path: LUX_METER, body: { quantity: 'lux' } },
  'POST /api/instruments/{id}/series': {
    summary: 'Take readings at equal times; they end with the page that asked',
    path: LUX_METER,
    body: { quantity: 'lux', page: PAGE, everySeconds: 5 },
  },
  'GET /api/instruments/{id}/series': { summary: 'What a series has so far', path: LUX_METER, query: { after: '0' } },
  'DELETE /api/instruments/{id}/series': { summary: 'End a series', path: LUX_METER, query: { page: PAGE } },
  'POST /api/instruments/{id}/supply': {
    summary: 'Set a bench supply, within what First light of that specimen allows',
    path: LUX_METER,
    body: { page: PAGE, specimenId: CLIP.id, on: true, volts: 5, limitAmps: 0.1 },
  },
  'POST /api/instruments/leave': { summary: 'A page goes: its series and outputs end', query: { page: PAGE } },
  'DELETE /api/instruments/{id}': { summary: 'Take an instrument off the list', path: LUX_METER },
  'GET /api/access': { summary: 'Whether the network is let in, and with which code', answer: { open: false, addresses: [] } },
  'POST /api/access': { summary: 'Begin a session with the code that the machine shows', body: { code: '482-913' } },
  'DELETE /api/access': { summary: 'End the session that asks' },
  'DELETE /api/access/sessions': { summary: 'End every session and make a new code; only at the machine itself' },
};

/** The same document with a summary and an example at each request. */
export function withExamples(document: OpenAPIObject): OpenAPIObject {
  const paths = Object.fromEntries(
    Object.entries(document.paths).map(([path, item]) => [
      path,
      Object.fromEntries(
        Object.entries(item as Record<string, Operation>).map(([method, operation]) => [
          method,
          exemplified(operation, API_EXAMPLES[`${method.toUpperCase()} ${path}`]),
        ]),
      ),
    ]),
  );
  return { ...document, paths };
}

interface Operation {
  readonly parameters?: readonly { readonly name: string; readonly in: string }[];
  readonly requestBody?: { readonly content: Readonly<Record<string, object>> };
  readonly responses: Readonly<Record<string, object>>;
}

function exemplified(operation: Operation, example: ApiExample | undefined): object {
  if (!example) return operation;
  const { summary, path = {}, query = {}, body, answer } = example;
  const { parameters, requestBody, responses } = operation;
  const shownAs = (name: string, where: string) => (where === 'path' ? path : query)[name];
  const [good] = Object.keys(responses).filter((status) => status.startsWith('2'));
  const content = requestBody?.content['application/json'];
  return {
    ...operation,
    summary,
    ...(parameters && {
      parameters: parameters.map((one) => {
        const value = shownAs(one.name, one.in);
        return value === undefined ? one : { ...one, example: value };
      }),
    }),
    ...(content &&
      body !== undefined && { requestBody: { ...requestBody, content: { 'application/json': { ...content, example: body } } } }),
    ...(good &&
      answer !== undefined && {
        responses: {
          ...responses,
          [good]: {
            ...responses[good],
            content: { ...contentOf(responses[good]), 'application/json': { ...jsonOf(responses[good]), example: answer } },
          },
        },
      }),
  };
}

type Answered = { readonly content?: Readonly<Record<string, object>> } | undefined;
const contentOf = (answered: object | undefined) => (answered as Answered)?.content ?? {};
const jsonOf = (answered: object | undefined) => contentOf(answered)['application/json'] ?? {};
