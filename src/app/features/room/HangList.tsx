import { Box, Button, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { speedOfSound } from '../../../core/acoustics';
import { addFurnishing, type Session } from '../../../core/document';
import { newFurnishing, SOFT_MODELS } from '../../../core/furnishings';
import { type HangAdvice, heardRoom } from '../../../core/planning';
import { missingAreaM2 } from '../../../core/room';
import { formatLength, formatNumber } from '../../../core/units';
import { sayRoom } from '../../../words/room.page.en';
import { NumberField } from '../../components/NumberField';
import { newId } from '../../components/newId';
import { runCommand } from '../../stores/sessionStore';
import { chooseFurnishing } from '../../stores/viewStore';

/** Hangs a thing flat on its wall, or lays it, where the advice points. */
function hang(session: Session, surface: HangAdvice['surface'], kind: HangAdvice['kind'], atM: HangAdvice['atM']): void {
  const { room } = session;
  const at = atM ?? { x: room.widthM / 2, y: room.depthM / 2, z: 1 };
  const off = SOFT_MODELS[kind].thickM / 2 + 0.05;
  const x = surface === 'left wall' ? off : surface === 'right wall' ? room.widthM - off : at.x;
  const y = surface === 'back wall' ? off : surface === 'front wall' ? room.depthM - off : at.y;
  const rotationDeg = surface === 'left wall' || surface === 'right wall' ? 90 : 0;
  const id = newId();
  runCommand(addFurnishing(newFurnishing(kind, { id, positionM: { x, y }, rotationDeg }, session.furnishings, room.heightM)));
  chooseFurnishing(id);
}

const SQUARE_FEET = 10.7639;

/** How much is missing for a decay that is wanted. */
function Missing({ session }: { session: Session }) {
  const room = heardRoom(session);
  const [wantedS, setWantedS] = useState(0.3);
  const areaM2 = missingAreaM2(room, wantedS, speedOfSound(room.temperatureC));
  const area = (m2: number): string =>
    session.units === 'metric' ? `${formatNumber(m2, 1)} m²` : sayRoom('ft', { m2: formatNumber(m2 * SQUARE_FEET, 0) });
  const curtain = SOFT_MODELS.curtain;
  const one = curtain.widthM * curtain.heightM * curtain.octaves[3];
  return (
    <Box mt="2" py="2" borderTopWidth="1px" borderColor="line">
      <Box maxW="150px">
        <NumberField label={sayRoom('decay-wanted')} unit="s" digits={2} value={wantedS} low={0.1} high={3} onCommit={setWantedS} />
      </Box>
      <Box mt="1" role="status">
        {areaM2 > 0.2
          ? sayRoom('for-that-it-takes-some-more', { area: area(areaM2), areaM2: Math.ceil(areaM2 / one) })
          : areaM2 < -0.2
            ? sayRoom('it-is-shorter-than-that-already', { area: area(-areaM2) })
            : sayRoom('that-is-what-it-is')}
      </Box>
    </Box>
  );
}

/** Places where something soft helps most, in order, with what it changes. */
export function HangList({ session, advice }: { session: Session; advice: readonly HangAdvice[] }) {
  return (
    <Box>
      <Box as="ol" m="0" p="0" aria-label={sayRoom('what-to-hang')}>
        {advice.map(({ surface, kind, atM, echoDb, ends, beforeS, afterS }, i) => (
          <Box as="li" key={surface} listStyleType="none" py="2" borderTopWidth="1px" borderColor="line">
            <Box>
              <b>
                {i + 1}. {SOFT_MODELS[kind].name}, {surface}.
              </b>{' '}
              {ends ? `${sayRoom('ends-the-flutter-between', { between: ends.between.join(` ${sayRoom('and')} `) })} ` : ''}
              {echoDb !== null && atM
                ? `${sayRoom('its-reflection-reaches-a-microphone-db', { value: formatNumber(Math.max(0, -echoDb), 0), surface: surface === 'floor' || surface === 'ceiling' ? 'yes' : 'no', x: formatLength(atM.x, session.units), y: formatLength(atM.y, session.units), z: formatLength(atM.z, session.units), surface2: surface === 'left wall' || surface === 'right wall' ? 'yes' : 'no' })} `
                : ''}
            </Box>
            <Flex justify="space-between" align="center" gap="2">
              <Box fontSize="sm" color="quiet" className="measure">
                {sayRoom('decay-s', { before: formatNumber(beforeS, 2), after: formatNumber(afterS, 2) })}
              </Box>
              {surface !== 'ceiling' && (
                <Button size="xs" variant="outline" minH={{ base: '44px', md: '30px' }} onClick={() => hang(session, surface, kind, atM)}>
                  {sayRoom('put-it-there')}
                </Button>
              )}
            </Flex>
          </Box>
        ))}
      </Box>
      <Missing session={session} />
      <Box fontSize="sm" color="quiet" mt="2">
        {sayRoom('in-a-small-room-absorb-before')}
      </Box>
    </Box>
  );
}
