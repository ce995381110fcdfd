import { useDrag } from '@use-gesture/react';
import { type KeyboardEvent, useEffect, useRef } from 'react';
import type { Command } from '../../core/document';
import type { Vec3 } from '../../core/math';
import { cancelPreview, previewCommand, runCommand } from '../stores/sessionStore';
import type { Paper } from './projection';

const STEP_M = 0.01;
const LONG_STEP_M = 0.1;
const ARROWS: Record<string, readonly [number, number]> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] };

/** A place moved on paper by keys: arrows 1 cm, with Shift 10 cm; Page Up and Down change the height. Null for other keys. */
function keyedPlace(event: KeyboardEvent, paper: Paper, from: Vec3): Vec3 | null {
  const step = event.shiftKey ? LONG_STEP_M : STEP_M;
  const arrow = ARROWS[event.key];
  if (arrow) return paper.projection.moved(from, arrow[0] * step, arrow[1] * step);
  if (event.key === 'PageUp') return { ...from, z: from.z + step };
  if (event.key === 'PageDown') return { ...from, z: from.z - step };
  return null;
}

interface GripOptions {
  /** Names what is moved, so that a held key is one step of undo. */
  readonly name: string;
  readonly at: Vec3;
  readonly paper: Paper;
  readonly zoom: number;
  /** It can be taken in hand but not moved. */
  readonly fixed?: boolean;
  /** Only across the paper: what stands on the floor stays there. */
  readonly onFloor?: boolean;
  /** What moving it from a place to another comes to. `free` is asked for with Alt: no snapping. */
  readonly command: (target: Vec3, start: Vec3, free: boolean) => Command;
  /** By a drag only: a place that the target clicks into. */
  readonly snap?: (target: Vec3, free: boolean) => Vec3;
  /** Taken in hand: by a press, or a press without a drag. */
  readonly onTake?: (tapped: boolean, extend: boolean) => void;
  readonly onEnd?: () => void;
}

/**
 * Something on the drawing that is moved by mouse, finger or keys. A drag commits one command at its end; one that is cancelled, by
 * Escape too, leaves nothing; a press without moving commits nothing.
 */
export function useGrip(options: GripOptions) {
  const { name, at, paper, zoom, fixed = false, onFloor = false, command, snap, onTake, onEnd } = options;
  const stop = useRef<(() => void) | null>(null);
  useEffect(() => {
    const onKey = (event: globalThis.KeyboardEvent): void => {
      if (event.key !== 'Escape' || !stop.current) return;
      event.preventDefault();
      stop.current();
    };
    window.addEventListener('keydown', onKey, { capture: true });
    return () => window.removeEventListener('keydown', onKey, { capture: true });
  }, []);
  const bind = useDrag(
    ({ first, last, movement: [dx, dy], memo, tap, event, canceled, cancel }) => {
      const start: Vec3 = first ? at : (memo ?? at);
      const shift = 'shiftKey' in event && Boolean(event.shiftKey);
      stop.current = last ? null : cancel;
      if (first || tap) onTake?.(tap, shift);
      if (tap || fixed) return start;
      if (canceled) {
        cancelPreview();
        onEnd?.();
        return start;
      }
      const scale = paper.pixelsPerM * zoom;
      const up = onFloor && paper.projection.face !== 'plan' ? 0 : -dy / scale;
      const free = 'altKey' in event && Boolean(event.altKey);
      const moved = paper.projection.moved(start, dx / scale, up);
      const made = command(snap ? snap(moved, free) : moved, start, free);
      if (last) {
        runCommand(made);
        onEnd?.();
      } else previewCommand(made);
      return start;
    },
    { pointer: { keys: false }, filterTaps: true },
  );
  const onKeyDown = (event: KeyboardEvent): void => {
    // Passing by with Tab takes nothing: Enter or the space bar do, and moving takes what is moved.
    if (onTake && (event.key === 'Enter' || event.key === ' ')) {
      event.preventDefault();
      onTake(true, event.shiftKey);
      return;
    }
    const target = keyedPlace(event, paper, at);
    if (!target) return;
    event.preventDefault();
    event.stopPropagation();
    onTake?.(false, false);
    if (!fixed) runCommand(command(target, at, true), { burst: `${name}/${event.key}`, held: event.repeat });
  };
  return { ...bind(), onKeyDown };
}
