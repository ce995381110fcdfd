import { type Command, putPieces } from '../../../core/document';
import { type Instrument, KIT_VARIANTS, type KitPiece, pointFromRoom, pointToRoom } from '../../../core/instruments';
import { type Vec3, vec3 } from '../../../core/math';
import { sayFloor } from '../../../words/floor.page.en';
import type { Paper } from '../../drawing/projection';
import { useGrip } from '../../drawing/useGrip';

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
  const movedTo = (target: Vec3): Command => {
    const { x, y, z } = pointFromRoom(instrument, target);
    const moved = { ...piece, xM: x, yM: y, zM: Math.max(0.05, z) };
    return putPieces(
      instrument.id,
      pieces.map((other) => (other.id === piece.id ? moved : other)),
      sayFloor('move', { piece: piece.name }),
    );
  };
  const grip = useGrip({ name: `${instrument.id}/${piece.id}`, at, paper, zoom, command: movedTo });
  return (
    <g
      {...grip}
      className="handle"
      role="button"
      tabIndex={0}
      aria-label={sayFloor('piece-of-the-kit', { piece: piece.name })}
      transform={`translate(${paper.x(at)} ${paper.y(at)}) scale(${1 / zoom})`}
    >
      <circle className="halo" r={16} />
      <path className="grip" d="M-5 -5H5V5H-5Z" />
    </g>
  );
}
