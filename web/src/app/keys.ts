import type { Stage } from '@mindful-probe/core';
import { useEffect, useRef } from 'react';
import type { SpaceKey } from '../shared/instruments/use-space-key.ts';
import { STAGE_LIST } from '../stages/registry.ts';

export type KeyCommand =
  | { readonly kind: 'stage'; readonly stage: Stage }
  | { readonly kind: 'neighbour'; readonly step: -1 | 1 }
  | {
      readonly kind:
        | 'bench-line'
        | 'bench-state'
        | 'tape'
        | 'next-probe'
        | 'shelf'
        | 'slide-rules'
        | 'drawer'
        | 'rounds'
        | 'compare'
        | 'undo'
        | 'help'
        | 'theme';
    };

const SINGLE: Readonly<Record<string, KeyCommand>> = {
  '/': { kind: 'bench-line' },
  b: { kind: 'bench-state' },
  t: { kind: 'tape' },
  n: { kind: 'next-probe' },
  s: { kind: 'shelf' },
  z: { kind: 'undo' },
  '?': { kind: 'help' },
  l: { kind: 'theme' },
  '[': { kind: 'neighbour', step: -1 },
  ']': { kind: 'neighbour', step: 1 },
};

/** What a key means, given whether `g` was just pressed; undefined for a key that means nothing here. */
export function commandOf(key: string, afterG: boolean): KeyCommand | undefined {
  if (!afterG) return Object.hasOwn(SINGLE, key) ? SINGLE[key] : undefined;
  if (key === 'l') return { kind: 'slide-rules' };
  if (key === 'i') return { kind: 'drawer' };
  if (key === 'n') return { kind: 'rounds' };
  if (key === 'm') return { kind: 'compare' };
  const found = STAGE_LIST.find((definition) => definition.key === key);
  return found && { kind: 'stage', stage: found.stage };
}

const G_LASTS_MS = 1500;

/** What Space already means something to. */
const TAKES_SPACE = 'button, a, summary, [role=button], [role=slider], [role=radio], [role=option], [role=menuitem], [tabindex="0"]';

/** Listens to the page's keys, but for those typed into something. */
export function useKeys(onCommand: (command: KeyCommand) => void, space?: SpaceKey): void {
  const handler = useRef(onCommand);
  useEffect(() => {
    handler.current = onCommand;
  });
  const { onSpaceDown, onSpaceUp } = space ?? {};
  useEffect(() => {
    if (!onSpaceDown || !onSpaceUp) return undefined;
    const isFree = ({ key, target }: KeyboardEvent) =>
      key === ' ' &&
      !(target instanceof HTMLElement && target.closest(`input, textarea, select, [contenteditable], [role=dialog], ${TAKES_SPACE}`));
    const onDown = (event: KeyboardEvent) => {
      if (!isFree(event) || event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented) return;
      event.preventDefault();
      onSpaceDown(event.repeat);
    };
    const onUp = (event: KeyboardEvent) => {
      if (isFree(event)) onSpaceUp();
    };
    window.addEventListener('keydown', onDown);
    window.addEventListener('keyup', onUp);
    return () => {
      window.removeEventListener('keydown', onDown);
      window.removeEventListener('keyup', onUp);
    };
  }, [onSpaceDown, onSpaceUp]);
  useEffect(() => {
    let gAt = Number.NEGATIVE_INFINITY;
    function onKeyDown(event: KeyboardEvent) {
      const inText =
        event.target instanceof HTMLElement &&
        event.target.closest('input:not([type=range]), textarea, select, [contenteditable], [role=dialog]');
      if (event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented) return;
      if (inText) {
        if (event.key === 'Escape' && inText instanceof HTMLElement && !inText.closest('[role=dialog]')) inText.blur();
        return;
      }
      const afterG = event.timeStamp - gAt < G_LASTS_MS;
      gAt = Number.NEGATIVE_INFINITY;
      if (event.key === 'g' && !afterG) {
        gAt = event.timeStamp;
        return;
      }
      const command = commandOf(event.key, afterG);
      if (!command) return;
      event.preventDefault();
      handler.current(command);
    }
    window.addEventListener('keydown', onKeyDown);
    return () => window.removeEventListener('keydown', onKeyDown);
  }, []);
}
