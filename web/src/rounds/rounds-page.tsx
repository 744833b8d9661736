import { completeDraft, type DayPlan, type DayTask, type EntryDraft } from '@mindful-probe/core';
import { useEffect, useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useKeys } from '../app/keys.ts';
import { PageHeader } from '../app/page-header.tsx';
import { leaveDraft } from '../shared/bench-line/bench-draft.ts';
import { newId } from '../shared/data/new-id.ts';
import { append } from '../shared/data/waiting.ts';
import { Empty } from '../shared/kit/empty.tsx';
import { offerFile } from '../shared/pictures/offer-file.ts';
import { Patterns } from '../shared/pictures/patterns.tsx';
import { dayOf, endOfDay, momentAt } from '../shared/rounds/clock.ts';
import { setDay } from '../shared/rounds/day-settings.ts';
import { wantsHands } from '../shared/rounds/next-due.ts';
import { SoakView } from '../shared/rounds/soak-view.tsx';
import { useDayPlan } from '../shared/rounds/use-day-plan.ts';
import { useNow } from '../shared/rounds/use-now.ts';
import { useBell } from './bell.ts';
import { DayAxis } from './day-axis.tsx';
import { DaySentence } from './day-sentence.tsx';
import { fetchCalendar } from './fetch-calendar.ts';
import { keepSeen, missedSince, readSeen, type Seen, seenOf } from './missed.ts';
import { NowPanel } from './now-panel.tsx';

/** “Later” is so much later, minutes. */
const LATER_MINUTES = 10;
const NO_CALENDAR = 'Calendars cannot be read or written now: the server does not answer.';
/** Of a calendar so many days are read, for those that are planned later. */
const CALENDAR_DAYS = 14;
const DAY_MINUTES = 1440;

/** What wants a reading when, over all specimens: a plan for the rest of the day, planned anew with every entry. */
export function RoundsPage() {
  const [putOff, setPutOff] = useState<ReadonlyMap<string, string>>(new Map());
  const { plan, error } = useDayPlan(true, putOff);
  const now = useNow(1000);
  const navigate = useNavigate();
  const [selected, setSelected] = useState<string>();
  const [said, setSaid] = useState<string>();
  const [isHeard, setHeard] = useState(() => 'Notification' in window && Notification.permission === 'granted');
  const missed = useMissed(plan);
  useBell(plan, now, isHeard);
  useEffect(() => {
    document.title = 'Rounds — Mindful Probe';
  }, []);

  const first = plan && wantsHands(plan)[0];
  const putOffUntil = (task: DayTask, until: string) => {
    const draft: EntryDraft = { kind: 'put-off', task: task.item.key, until };
    if (append(task.specimenId, completeDraft(draft, newId(), new Date().toISOString())))
      setPutOff((known) => new Map(known).set(task.id, until));
    else setSaid('This browser keeps nothing: it was not entered.');
  };
  const take = (task: DayTask) => {
    if (task.item.line !== undefined) leaveDraft(task.specimenId, task.item.line);
    void navigate(`/specimens/${task.specimenId}/${task.item.stage}`);
  };
  const later = (task: DayTask) => {
    putOffUntil(task, momentAt(new Date().toISOString(), LATER_MINUTES));
    setSaid(`${task.name}: in ${LATER_MINUTES} minutes.`);
  };
  const leaveOut = (task: DayTask) => {
    putOffUntil(task, endOfDay(Date.now()));
    setSaid(`${task.name}: left out for today.`);
  };
  async function offerCalendar() {
    if (!plan) return;
    const calendar = await fetchCalendar();
    if (calendar) offerFile(new Blob([calendar.calendarOf(plan)], { type: 'text/calendar' }), 'rounds.ics');
    else setSaid(NO_CALENDAR);
  }

  useKeys((command) => {
    if (command.kind === 'shelf') void navigate('/');
    // The letter that turns the light off elsewhere puts off what is due here.
    if (command.kind === 'theme' && first) later(first);
    if (command.kind === 'slide-rules') void navigate('/slide-rules');
    if (command.kind === 'drawer') void navigate('/drawer');
  });
  usePageKeys((key) => {
    if (key === 'a') void offerCalendar();
    else if (!first) return false;
    else if (key === 'Enter') take(first);
    else if (key === 'x') leaveOut(first);
    else if (key === 'v') void navigate(`/specimens/${first.specimenId}`);
    else return false;
    return true;
  });

  async function takeCalendar(file: File | undefined) {
    if (!file || !plan) return;
    const calendar = await fetchCalendar();
    if (!calendar) return setSaid(NO_CALENDAR);
    const { readCalendar, taskOfEvent } = calendar;
    const events = readCalendar(await file.text(), plan.now, momentAt(plan.now, CALENDAR_DAYS * DAY_MINUTES));
    if (typeof events === 'string') return setSaid(`${file.name}: ${events}`);
    const moved = events.filter((event) => {
      const task = plan.tasks.find(({ id }) => id === taskOfEvent(event));
      if (!task || Math.abs(Date.parse(event.from) - Date.parse(momentAt(plan.now, task.start))) < 60_000) return false;
      putOffUntil(task, event.from);
      return true;
    });
    const busy = events.filter((event) => taskOfEvent(event) === undefined);
    setDay({ busy: busy.map(({ id, text, from, until }, index) => ({ id: `${id} ${index}`, text, from, until })) });
    setSaid(
      `${file.name}: ${busy.length} ${busy.length === 1 ? 'event keeps' : 'events keep'} the hands; ${moved.length} of ours were moved.`,
    );
  }

  const soak = plan?.soaks.find(({ specimenId }) => specimenId === selected) ?? plan?.soaks[0];
  return (
    <div className="flex h-full flex-col">
      <Patterns />
      <PageHeader title="Rounds" />
      <main className="min-h-0 flex-1 overflow-auto bg-sheet px-6 pt-4 pb-6 max-md:px-3">
        {error && <p role="alert">{error.message}</p>}
        {missed.missed.length > 0 && (
          <section className="mb-3 border-l-4 border-[var(--ochre)] py-1 pl-3" role="status" data-missed>
            <b>Missed while this page was closed:</b> {missed.missed.map(({ name, text }) => `${name}, ${text}`).join('; ')}.{' '}
            <button type="button" className="underline" onClick={missed.clear}>
              Seen
            </button>
          </section>
        )}
        {said && (
          <p role="status" className="pb-2">
            {said}
          </p>
        )}
        {!plan ? (
          <p className="text-quiet">Planning…</p>
        ) : (
          <>
            <div className="flex flex-wrap items-baseline justify-between gap-x-6">
              <DaySentence plan={plan} />
              <span className="text-quiet">{dayOf(now)}</span>
            </div>
            {plan.tasks.length + plan.left.length === 0 ? (
              <Empty>
                <p>
                  Nothing wants a reading at a time yet. A soak (“soak case 40min limit 85c” on the bench line of a specimen), something
                  that charges or sets (“charge 4h”, “glue 30min”), a rework that waits for its proof, and what is to be looked at again
                  (“again in 4 weeks: the crimp”) all stand here with their time. <Link to="/">To the shelf</Link>
                </p>
              </Empty>
            ) : (
              <div className="grid gap-x-7 gap-y-5 pt-4 lg:grid-cols-[256px_minmax(0,1fr)]">
                <NowPanel
                  plan={plan}
                  now={now}
                  onTake={take}
                  onLater={later}
                  onLeaveOut={leaveOut}
                  onOpen={(id) => void navigate(`/specimens/${id}`)}
                />
                <div className="min-w-0 lg:border-l lg:border-rule lg:pl-6">
                  <DayAxis plan={plan} selected={soak?.specimenId} />
                  {soak && (
                    <section className="pt-5" aria-label={`Soak of ${soak.name}`}>
                      <h2 className="border-l-4 border-petrol pl-3">
                        {soak.name}: soak <span className="text-12 font-normal text-quiet">{soak.item.place}, °C</span>
                      </h2>
                      <SoakView soak={soak} now={new Date(now).toISOString()} />
                      {plan.soaks.length > 1 && (
                        <p className="pt-1 text-12">
                          {plan.soaks
                            .filter((one) => one !== soak)
                            .map((one) => (
                              <button
                                key={one.item.key}
                                type="button"
                                className="mr-4 underline"
                                onClick={() => setSelected(one.specimenId)}
                              >
                                {one.name}
                              </button>
                            ))}
                        </p>
                      )}
                    </section>
                  )}
                </div>
              </div>
            )}
          </>
        )}
      </main>
      <footer className="flex min-h-[51px] flex-wrap items-center gap-x-6 gap-y-1 border-t border-ink px-6 py-1 text-12">
        <Legend />
        <span className="flex-1" />
        {'Notification' in window && !isHeard && (
          <button
            type="button"
            className="underline"
            onClick={() => void Notification.requestPermission().then((permission) => setHeard(permission === 'granted'))}
          >
            Call out what is due
          </button>
        )}
        <CalendarChooser onFile={(file) => void takeCalendar(file)} />
        <button type="button" className="text-17 font-[650] text-petrol underline" onClick={() => void offerCalendar()}>
          Add all to a calendar
        </button>
        <kbd className="key-hint">a</kbd>
      </footer>
    </div>
  );
}

function CalendarChooser({ onFile }: { readonly onFile: (file: File | undefined) => void }) {
  const chooser = useRef<HTMLInputElement>(null);
  return (
    <>
      <button type="button" className="underline" onClick={() => chooser.current?.click()}>
        Read a calendar
      </button>
      <input
        ref={chooser}
        type="file"
        accept=".ics,text/calendar"
        hidden
        aria-label="Calendar file"
        onChange={(event) => {
          onFile(event.target.files?.[0]);
          event.target.value = '';
        }}
      />
    </>
  );
}

function Legend() {
  return (
    <ul className="flex flex-wrap items-center gap-x-5 text-12 max-md:hidden" aria-label="Signs">
      {(
        [
          ['attended', <rect key="r" x="1" y="1" width="12" height="16" className="fill-ink" />],
          ['window of a reading', <path key="p" d="M1 4v9h26V4" className="fill-none stroke-petrol" strokeWidth="1.5" />],
          [
            'by itself, live',
            <g key="g">
              <rect x="1" y="1" width="26" height="5" fill="url(#hatch)" />
              <rect x="1" y="1" width="26" height="16" className="fill-none stroke-ink" strokeWidth="1.5" />
            </g>,
          ],
          ['in use', <rect key="r" x="1" y="5" width="26" height="9" className="fill-quiet" />],
        ] as const
      ).map(([words, sign]) => (
        <li key={words} className="flex items-center gap-2">
          <svg width="28" height="18" aria-hidden="true">
            {sign}
          </svg>
          {words}
        </li>
      ))}
    </ul>
  );
}

/** What was missed since the page was last looked at, until it is said to be seen. */
function useMissed(plan: DayPlan | undefined): { readonly missed: Seen['waiting']; readonly clear: () => void } {
  const [missed, setMissed] = useState<Seen['waiting']>([]);
  const before = useRef<Seen | undefined>(undefined);
  const wasLooked = useRef(false);
  if (!wasLooked.current) before.current ??= readSeen();
  useEffect(() => {
    if (!plan) return;
    if (!wasLooked.current) {
      wasLooked.current = true;
      const wanted = new Set([...plan.tasks, ...plan.left].map(({ id }) => id));
      setMissed(missedSince(before.current, Date.parse(plan.now), (id) => wanted.has(id)));
    }
    keepSeen(seenOf(plan));
  }, [plan]);
  return { missed, clear: () => setMissed([]) };
}

/**
 * Keys of this page alone, but for those typed into something or meant for a button.
 *
 * @param onKey whether the key meant something
 */
function usePageKeys(onKey: (key: string) => boolean): void {
  const latest = useRef(onKey);
  useEffect(() => {
    latest.current = onKey;
  });
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented) return;
      if (event.target instanceof HTMLElement && event.target.closest('input, textarea, select, a, button, [role=dialog]')) return;
      if (latest.current(event.key)) event.preventDefault();
    };
    window.addEventListener('keydown', onKeyDown);
    return () => window.removeEventListener('keydown', onKeyDown);
  }, []);
}
