import { Box, Button, Flex } from '@chakra-ui/react';
import { addInstrument, type Session } from '../../core/document';
import { familyOf, INSTRUMENT_KINDS } from '../../core/instruments';
import { inUnits } from '../../core/units';
import { sayDrawing } from '../../words/drawing.page.en';
import { term } from '../../words/term';
import { Choice } from '../components/Choice';
import { newId } from '../components/newId';
import { runCommand } from '../stores/sessionStore';
import { chooseInstrument, FIRST_OFFERED, setView, useViewStore } from '../stores/viewStore';
import { InstrumentThumb } from './InstrumentThumb';

const GROUPS = ['Drums', 'Guitar and voice', 'Piano', 'Percussion', 'Horns'] as const;

/** A place off the walls, beside what is there already. */
function freePlace(session: Session): { x: number; y: number } {
  const { room, instruments } = session;
  const count = instruments.length;
  const share = [0.5, 0.78, 0.22, 0.5, 0.78, 0.22][count % 6] ?? 0.5;
  return { x: room.widthM * share, y: room.depthM * (count < 3 ? 0.45 : 0.75) };
}

/** Choose what is played: a drawing of each, then its size. */
export function AddInstrument({ session, onDone }: { session: Session; onDone?: () => void }) {
  const { kind, variant: wanted } = useViewStore((state) => state.nextInstrument);
  const family = familyOf(kind);
  const variants = Object.keys(family.variants);
  const variant = variants.includes(wanted) ? wanted : (variants[0] ?? '');
  const add = (): void => {
    const id = newId();
    const name = family.variants[variant]?.name ?? family.name;
    runCommand(addInstrument({ id, kind, variant, name, positionM: freePlace(session), rotationDeg: 0, mirrored: false }));
    chooseInstrument(id);
    setView({ nextInstrument: FIRST_OFFERED });
    onDone?.();
  };
  return (
    <Box py="3">
      <Box mb="2">{session.instruments.length === 0 ? sayDrawing('the-room-is-empty-what-is') : sayDrawing('what-else-is-played')}</Box>
      {GROUPS.map((group) => (
        <Box key={group} mb="2">
          <Box fontSize="sm" color="quiet">
            {term(group)}
          </Box>
          <Flex role="group" aria-label={term(group)} gap="1" wrap="wrap">
            {INSTRUMENT_KINDS.filter((candidate) => familyOf(candidate).group === group).map((candidate) => (
              <Button
                key={candidate}
                variant="outline"
                aria-pressed={candidate === kind}
                h="auto"
                w="94px"
                py="1"
                px="1"
                flexDirection="column"
                gap="0"
                borderColor={candidate === kind ? 'tape' : 'line'}
                fontWeight={candidate === kind ? '700' : '400'}
                whiteSpace="normal"
                onClick={() => setView({ nextInstrument: { kind: candidate, variant: wanted } })}
              >
                <InstrumentThumb
                  kind={candidate}
                  variant={candidate === kind ? variant : (Object.keys(familyOf(candidate).variants)[0] ?? '')}
                  size={58}
                />
                <span style={{ fontSize: 12, lineHeight: 1.15 }}>{familyOf(candidate).name}</span>
              </Button>
            ))}
          </Flex>
        </Box>
      ))}
      <Box position="sticky" bottom="0" bg="panel" borderTopWidth="1px" borderColor="line" py="2" mx="-2" px="2">
        <Choice
          label={sayDrawing('size-or-build')}
          value={variant}
          options={variants.map((value) => ({ value, text: family.variants[value]?.name ?? value }))}
          onChange={(next) => setView({ nextInstrument: { kind, variant: next } })}
        />
        <Box fontSize="sm" color="quiet" mt="1">
          {inUnits(family.variants[variant]?.basis ?? '', session.units)}
        </Box>
        <Flex gap="2" mt="2">
          <Button size="sm" minH="44px" bg="tapeFill" color="#12181b" onClick={add}>
            {sayDrawing('put-it-in-the-room')}
          </Button>
          {onDone && (
            <Button size="sm" minH="44px" variant="outline" onClick={onDone}>
              {sayDrawing('leave-it')}
            </Button>
          )}
        </Flex>
      </Box>
    </Box>
  );
}
