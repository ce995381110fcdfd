import { Box, Button, Flex, Grid } from '@chakra-ui/react';
import { useState } from 'react';
import { putPieces } from '../../../core/document';
import { handed, type Instrument, KIT_VARIANTS, type KitPiece, PIECE_KINDS, type PieceKind } from '../../../core/instruments';
import { shownUnits, type UnitSystem } from '../../../core/units';
import { sayFloor } from '../../../words/floor.page.en';
import { Choice } from '../../components/Choice';
import { NumberField } from '../../components/NumberField';
import { newId } from '../../components/newId';
import { Toggle } from '../../components/Toggle';
import { runCommand } from '../../stores/sessionStore';

const PIECE_NAMES: Record<PieceKind, string> = {
  kick: sayFloor('kick'),
  snare: sayFloor('snare'),
  tom: sayFloor('tom'),
  hat: sayFloor('hat'),
  cymbal: sayFloor('cymbal'),
};
const USUAL: Record<PieceKind, Pick<KitPiece, 'diameterIn' | 'depthIn' | 'zM'>> = {
  kick: { diameterIn: 22, depthIn: 16, zM: 0.29 },
  snare: { diameterIn: 14, depthIn: 5.5, zM: 0.66 },
  tom: { diameterIn: 13, depthIn: 9, zM: 0.84 },
  hat: { diameterIn: 14, depthIn: 1.5, zM: 0.88 },
  cymbal: { diameterIn: 18, depthIn: 0, zM: 1.1 },
};

/** Every piece of a kit: its size, its place, heads and port; more of them, or fewer. */
export function KitPieces({ instrument, units }: { instrument: Instrument; units: UnitSystem }) {
  const [open, setOpen] = useState<string | null>(null);
  const pieces = instrument.pieces ?? KIT_VARIANTS[instrument.variant]?.pieces ?? [];
  const put = (next: readonly KitPiece[], words: string): void => void runCommand(putPieces(instrument.id, next, words));
  const change = (id: string, part: Partial<KitPiece>): void =>
    put(
      pieces.map((piece) => (piece.id === id ? { ...piece, ...part } : piece)),
      sayFloor('change', { find: pieces.find((piece) => piece.id === id)?.name ?? sayFloor('a-piece') }),
    );
  const add = (kind: PieceKind): void => {
    const same = pieces.filter((piece) => piece.kind === kind).length;
    const id = `${kind}-${newId().slice(0, 6)}`;
    const name = same ? `${PIECE_NAMES[kind]} ${same + 1}` : PIECE_NAMES[kind];
    put(
      [...pieces, { ...USUAL[kind], id, kind, name, xM: 0.3 + 0.1 * same, yM: 0.35, tiltDeg: kind === 'cymbal' ? 12 : 0, resonantHead: true }],
      sayFloor('add', { name }),
    );
    setOpen(id);
  };
  return (
    <Box mt="3">
      <Box fontWeight="700" fontSize="sm">
        {sayFloor('pieces')}
      </Box>
      <Box as="ul" m="0" p="0" aria-label={sayFloor('pieces-of-the-kit')}>
        {pieces.map((piece) => (
          <Box as="li" key={piece.id} listStyleType="none" borderTopWidth="1px" borderColor="line">
            <Button
              w="100%"
              justifyContent="space-between"
              size="sm"
              variant="ghost"
              px="1"
              minH={{ base: '44px', md: '34px' }}
              aria-expanded={open === piece.id}
              onClick={() => setOpen(open === piece.id ? null : piece.id)}
            >
              <span>{piece.name}</span>
              <span className="measure">{piece.depthIn > 2 ? `${piece.diameterIn} × ${piece.depthIn} in` : `${piece.diameterIn} in`}</span>
            </Button>
            {open === piece.id && (
              <PieceFields
                piece={piece}
                units={units}
                mirrored={instrument.mirrored}
                onChange={(part) => change(piece.id, part)}
                onDrop={() =>
                  put(
                    pieces.filter((other) => other.id !== piece.id),
                    sayFloor('take-away', { piece: piece.name }),
                  )
                }
              />
            )}
          </Box>
        ))}
      </Box>
      <Choice
        label={sayFloor('add-a-piece')}
        value=""
        options={[{ value: '', text: sayFloor('choose') }, ...PIECE_KINDS.map((kind) => ({ value: kind, text: PIECE_NAMES[kind] }))]}
        onChange={(kind) => kind && add(kind as PieceKind)}
      />
    </Box>
  );
}

const PLACES = [
  [sayFloor('right'), 'xM', -2],
  [sayFloor('forward'), 'yM', -2],
  [sayFloor('high'), 'zM', 0.05],
] as const;

interface PieceProps {
  readonly piece: KitPiece;
  readonly units: UnitSystem;
  readonly mirrored: boolean;
  readonly onChange: (part: Partial<KitPiece>) => void;
  readonly onDrop: () => void;
}

function PieceFields({ piece, units, mirrored, onChange, onDrop }: PieceProps) {
  const { unit, per } = shownUnits(units).place;
  return (
    <Box pb="2">
      <Grid templateColumns="repeat(3, 1fr)" gap="2">
        <NumberField
          label={sayFloor('across')}
          unit="in"
          value={piece.diameterIn}
          low={6}
          high={36}
          onCommit={(diameterIn) => onChange({ diameterIn })}
        />
        <NumberField label={sayFloor('depth')} unit="in" value={piece.depthIn} low={0} high={24} onCommit={(depthIn) => onChange({ depthIn })} />
        <NumberField
          label={sayFloor('lean')}
          unit="°"
          digits={0}
          value={piece.tiltDeg}
          low={-60}
          high={60}
          onCommit={(tiltDeg) => onChange({ tiltDeg })}
        />
        {PLACES.map(([label, key, low]) => (
          <NumberField
            key={key}
            label={handed(label, mirrored)}
            unit={unit}
            value={piece[key] * per}
            low={Math.round(low * per)}
            high={Math.round(2 * per)}
            onCommit={(value) => onChange({ [key]: value / per })}
          />
        ))}
      </Grid>
      <Flex gap="2" mt="2" wrap="wrap">
        {piece.kind !== 'hat' && piece.kind !== 'cymbal' && (
          <Toggle
            label={piece.kind === 'kick' ? sayFloor('front-head-on') : sayFloor('lower-head-on')}
            on={piece.resonantHead}
            onToggle={() => onChange({ resonantHead: !piece.resonantHead })}
          />
        )}
        {piece.kind === 'kick' && (
          <Toggle label={sayFloor('port')} on={piece.ported !== false} onToggle={() => onChange({ ported: piece.ported === false })} />
        )}
        <Button size="sm" variant="outline" onClick={onDrop}>
          {sayFloor('remove-it')}
        </Button>
      </Flex>
    </Box>
  );
}
