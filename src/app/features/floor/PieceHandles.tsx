import { useDrag } from '@use-gesture/react';
import type { KeyboardEvent } from 'react';
import { directionFromRoom, type Instrument, KIT_VARIANTS, type KitPiece, pointToRoom } from '../../../core/instruments';
import { subtract, type Vec3, vec3 } from '../../../core/math';
import { type Command, editInstrument } from '../../../core/session';
import type { Paper } from '../../drawing/projection';
import { cancelPreview, previewCommand, runCommand } from '../../stores/sessionStore';
import { keyedPlace } from './MicrophoneHandle';

interface Props {
  readonly instrument: Instrument;
  readonly paper: Paper;
  readonly zoom: number;
}

/** The pieces of the kit in hand, each to be dragged or moved by keys. */
export function PieceHandles({ instrument, paper, zoom }: Props) {
  const pieces = instrument.pieces ?? KIT_VARIANTS[instrument.variant]?.pieces ?? [];
  return pieces.map((piece) => <PieceHandle key={piece.id} instrument={instrument} pieces={pieces} piece={piece} paper={paper} zoom={zoom} />);
}

function PieceHandle({ instrument, pieces, piece, paper, zoom }: Props & { pieces: readonly KitPiece[]; piece: KitPiece }) {
  const at = pointToRoom(instrument, vec3(piece.xM, piece.yM, piece.zM));
  /** The piece moved from where it is to a place in the room; nothing goes below the floor. */
  const movedTo = (start: Vec3, target: Vec3, own: KitPiece): Command => {
    const by = directionFromRoom(instrument, subtract(target, start));
    const moved = { ...own, xM: own.xM + by.x, yM: own.yM + by.y, zM: Math.max(0.05, own.zM + by.z) };
    return editInstrument(instrument.id, { pieces: pieces.map((other) => (other.id === piece.id ? moved : other)) });
  };
  const bind = useDrag(
    ({ first, last, movement: [dx, dy], memo, tap, canceled }) => {
      const from: { at: Vec3; piece: KitPiece } = first ? { at, piece } : memo;
      if (tap) return from;
      if (canceled) {
        cancelPreview();
        return from;
      }
      const scale = paper.pixelsPerM * zoom;
      const command = movedTo(from.at, paper.projection.moved(from.at, dx / scale, -dy / scale), from.piece);
      if (last) runCommand(command);
      else previewCommand(command);
      return from;
    },
    { pointer: { keys: false }, filterTaps: true },
  );
  const onKeyDown = (event: KeyboardEvent): void => {
    const target = keyedPlace(event, paper, at);
    if (!target) return;
    event.preventDefault();
    event.stopPropagation();
    runCommand(movedTo(at, target, piece));
  };
  return (
    <g
      {...bind()}
      className="handle"
      role="button"
      tabIndex={0}
      aria-label={`${piece.name}, piece of the kit`}
      transform={`translate(${paper.x(at)} ${paper.y(at)}) scale(${1 / zoom})`}
      onKeyDown={onKeyDown}
    >
      <circle className="halo" r={16} />
      <path className="grip" d="M-5 -5H5V5H-5Z" />
    </g>
  );
}
