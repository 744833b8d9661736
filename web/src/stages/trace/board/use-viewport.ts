import type { Point, Size } from '@mindful-probe/core';
import { type PointerEvent, type RefObject, useCallback, useEffect, useMemo, useRef } from 'react';

/** Pixels of the screen that a frame pixel takes, and where the frame's corner is. */
interface View {
  readonly zoom: number;
  readonly x: number;
  readonly y: number;
}

export interface Viewport {
  readonly outer: RefObject<HTMLDivElement | null>;
  readonly inner: RefObject<HTMLDivElement | null>;
  readonly fit: () => void;
  readonly zoomBy: (factor: number) => void;
  readonly panBy: (dx: number, dy: number) => void;
  /** Moves just as far as it takes to see a place. */
  readonly reveal: (at: Point) => void;
  /** Screen pixels a frame pixel, now. */
  readonly zoomNow: () => number;
  readonly handlers: {
    readonly onPointerDown: (event: PointerEvent) => void;
    readonly onPointerMove: (event: PointerEvent) => void;
    readonly onPointerUp: (event: PointerEvent) => void;
    readonly onPointerCancel: (event: PointerEvent) => void;
  };
}

const CLOSEST = 8;
/** A press that moves less than this is a pick, not a drag. */
const DRAG_PIXELS = 5;
const REVEAL_MARGIN = 40;

/**
 * Pan and zoom by wheel, drag, pinch and calls. The frame is moved by its transform alone, past React: nothing is
 * drawn anew for it.
 *
 * @param size of the frame
 * @param onPick a press that was no drag, at a place of the frame
 */
export function useViewport([width, height]: Size, onPick: (at: Point, event: PointerEvent) => void): Viewport {
  const outer = useRef<HTMLDivElement>(null);
  const inner = useRef<HTMLDivElement>(null);
  const view = useRef<View>({ zoom: 1, x: 0, y: 0 });
  const pick = useRef(onPick);
  useEffect(() => {
    pick.current = onPick;
  });

  const show = useCallback((next: View) => {
    view.current = next;
    if (!inner.current) return;
    inner.current.style.transform = `translate(${next.x}px, ${next.y}px) scale(${next.zoom})`;
    inner.current.style.setProperty('--inverse', String(1 / next.zoom));
  }, []);

  const least = useCallback(() => {
    const box = outer.current?.getBoundingClientRect();
    return box && box.width > 0 ? Math.min(box.width / width, box.height / height) : 1;
  }, [width, height]);

  const fit = useCallback(() => {
    const box = outer.current?.getBoundingClientRect();
    if (!box) return;
    const zoom = least();
    show({ zoom, x: (box.width - zoom * width) / 2, y: (box.height - zoom * height) / 2 });
  }, [least, show, width, height]);

  const zoomAt = useCallback(
    (factor: number, sx: number, sy: number) => {
      const { zoom, x, y } = view.current;
      const next = Math.min(CLOSEST, Math.max(least() * 0.5, zoom * factor));
      show({ zoom: next, x: sx - ((sx - x) * next) / zoom, y: sy - ((sy - y) * next) / zoom });
    },
    [least, show],
  );

  useEffect(() => {
    const box = outer.current;
    if (!box) return;
    fit();
    const watcher = new ResizeObserver(fit);
    watcher.observe(box);
    // React listens to wheels passively, and a page that scrolls along is no zoom.
    function onWheel(event: WheelEvent) {
      event.preventDefault();
      const { left, top } = (event.currentTarget as HTMLElement).getBoundingClientRect();
      zoomAt(Math.exp(-event.deltaY * (event.ctrlKey ? 0.01 : 0.0015)), event.clientX - left, event.clientY - top);
    }
    box.addEventListener('wheel', onWheel, { passive: false });
    return () => {
      watcher.disconnect();
      box.removeEventListener('wheel', onWheel);
    };
  }, [fit, zoomAt]);

  const handlers = useMemo(() => {
    const down = new Map<number, { x: number; y: number }>();
    let moved = 0;
    const middle = () => {
      const points = [...down.values()];
      const x = points.reduce((sum, point) => sum + point.x, 0) / points.length;
      const y = points.reduce((sum, point) => sum + point.y, 0) / points.length;
      const spread = points.reduce((sum, point) => sum + Math.hypot(point.x - x, point.y - y), 0) / points.length;
      return { x, y, spread };
    };
    return {
      onPointerDown(event: PointerEvent) {
        if (event.button !== 0) return;
        if (down.size === 0) moved = 0;
        down.set(event.pointerId, { x: event.clientX, y: event.clientY });
        event.currentTarget.setPointerCapture(event.pointerId);
      },
      onPointerMove(event: PointerEvent) {
        if (!down.has(event.pointerId)) return;
        const before = middle();
        down.set(event.pointerId, { x: event.clientX, y: event.clientY });
        const after = middle();
        moved += Math.hypot(after.x - before.x, after.y - before.y) + Math.abs(after.spread - before.spread);
        if (moved < DRAG_PIXELS) return;
        const { left, top } = event.currentTarget.getBoundingClientRect();
        const { zoom, x, y } = view.current;
        show({ zoom, x: x + after.x - before.x, y: y + after.y - before.y });
        if (down.size > 1 && before.spread > 0) zoomAt(after.spread / before.spread, after.x - left, after.y - top);
      },
      onPointerUp(event: PointerEvent) {
        const wasPick = down.size === 1 && down.has(event.pointerId) && moved < DRAG_PIXELS;
        down.delete(event.pointerId);
        if (!wasPick) return;
        const { left, top } = event.currentTarget.getBoundingClientRect();
        const { zoom, x, y } = view.current;
        pick.current([(event.clientX - left - x) / zoom, (event.clientY - top - y) / zoom], event);
      },
      onPointerCancel(event: PointerEvent) {
        down.delete(event.pointerId);
      },
    };
  }, [show, zoomAt]);

  return useMemo(
    () => ({
      outer,
      inner,
      fit,
      handlers,
      zoomBy: (factor) => {
        const box = outer.current?.getBoundingClientRect();
        if (box) zoomAt(factor, box.width / 2, box.height / 2);
      },
      panBy: (dx, dy) => show({ ...view.current, x: view.current.x + dx, y: view.current.y + dy }),
      reveal: ([fx, fy]) => {
        const box = outer.current?.getBoundingClientRect();
        if (!box) return;
        const { zoom, x, y } = view.current;
        const into = (at: number, room: number) => Math.min(room - REVEAL_MARGIN, Math.max(REVEAL_MARGIN, at));
        const [sx, sy] = [x + zoom * fx, y + zoom * fy];
        show({ zoom, x: x + into(sx, box.width) - sx, y: y + into(sy, box.height) - sy });
      },
      zoomNow: () => view.current.zoom,
    }),
    [fit, handlers, show, zoomAt],
  );
}
