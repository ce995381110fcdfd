import { Box, Button, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { Link } from 'react-router';
import { belongsTo, type Session } from '../../../core/document';
import { heardRoom } from '../../../core/planning';
import { meanAbsorption } from '../../../core/room';
import { counted, formatLength, formatNumber, formatTemperature } from '../../../core/units';
import { sayFloor } from '../../../words/floor.page.en';
import { AddInstrument } from '../../drawing/AddInstrument';
import type { LivePlan } from '../../stores/planHooks';
import { chooseInstrument, useViewStore } from '../../stores/viewStore';
import { AddMicrophone } from './AddMicrophone';
import { FurnishingPanel, Furnishings } from './FurnishingPanel';
import { GroupPanel } from './GroupPanel';
import { EditInstrument } from './InstrumentPanel';
import { MovesPanel } from './MovesPanel';
import { SelectionPanel } from './SelectionPanel';
import { Verdicts } from './Verdicts';

/** The room in one line, and the way to it. */
function RoomLine({ session }: { session: Session }) {
  const { room, units } = session;
  const size = [room.widthM, room.depthM, room.heightM].map((metres) => formatLength(metres, units)).join(' × ');
  return (
    <Box>
      <Box fontWeight="700" mb="1">
        {sayFloor('room')}
      </Box>
      <Box>
        <span className="measure">{size}</span>
        {sayFloor('absorbs', { temperatureC: formatTemperature(room.temperatureC, units) })}{' '}
        <span className="measure">{formatNumber(meanAbsorption(heardRoom(session)), 2)}</span>
      </Box>
      <Button asChild size="sm" variant="outline" mt="2" minH={{ base: '44px', md: '32px' }}>
        <Link to="../room" relative="path">
          {sayFloor('look-at-the-room')}
        </Link>
      </Button>
    </Box>
  );
}

/** What the panel at the side is about: something in hand, or the whole. */
function InHand({ session, live, chosen, source }: { session: Session; live: LivePlan; chosen: readonly string[]; source: number }) {
  const chosenInstrument = useViewStore(({ selection }) => (selection.of === 'instrument' ? selection.id : null));
  const instrument = session.instruments.find((candidate) => candidate.id === chosenInstrument);
  const chosenFurnishing = useViewStore(({ selection }) => (selection.of === 'furnishing' ? selection.id : null));
  const furnishing = session.furnishings.find((candidate) => candidate.id === chosenFurnishing);
  const placed = session.microphones.find((candidate) => candidate.id === chosen[0]);
  if (chosen.length > 1) return <GroupPanel session={session} table={live.table} ids={chosen} source={source} />;
  if (placed) return <SelectionPanel key={placed.id} session={session} table={live.table} placed={placed} source={source} />;
  if (furnishing) return <FurnishingPanel key={furnishing.id} session={session} table={live.table} furnishing={furnishing} />;
  if (instrument) return <EditInstrument session={session} instrument={instrument} />;
  return <Whole session={session} />;
}

/** Nothing in hand: what is in the room, and the room. */
function Whole({ session }: { session: Session }) {
  const [adding, setAdding] = useState(false);
  if (adding) return <AddInstrument session={session} onDone={() => setAdding(false)} />;
  return (
    <>
      {session.instruments.length > 0 && (
        <Box mb="3">
          <Box fontWeight="700" mb="1">
            {sayFloor('instruments')}
          </Box>
          <Box as="ul" m="0" p="0" aria-label={sayFloor('instruments')}>
            {session.instruments.map((instrument) => (
              <Box as="li" key={instrument.id} listStyleType="none" borderTopWidth="1px" borderColor="line">
                <Button
                  w="100%"
                  justifyContent="space-between"
                  variant="ghost"
                  size="sm"
                  px="1"
                  minH={{ base: '44px', md: '36px' }}
                  onClick={() => chooseInstrument(instrument.id)}
                >
                  <span>{instrument.name}</span>
                  <span style={{ color: 'var(--chakra-colors-quiet)' }}>
                    {counted(session.microphones.filter((placed) => belongsTo(session, placed, instrument.id)).length, 'microphone')}
                  </span>
                </Button>
              </Box>
            ))}
          </Box>
          <Flex gap="2" mt="2" wrap="wrap">
            <Button size="sm" variant="outline" minH={{ base: '44px', md: '32px' }} onClick={() => setAdding(true)}>
              {sayFloor('add-an-instrument')}
            </Button>
            {session.microphones.length > 0 && (
              <Button asChild size="sm" variant="outline" minH={{ base: '44px', md: '32px' }}>
                <Link to={`../setups?for=${session.instruments[session.instruments.length - 1]?.id ?? ''}`} relative="path">
                  {sayFloor('another-set-up')}
                </Link>
              </Button>
            )}
          </Flex>
        </Box>
      )}
      {session.instruments.length > 0 && <AddMicrophone session={session} />}
      <RoomLine session={session} />
      <Furnishings session={session} />
    </>
  );
}

/** Verdicts above, below them what is in hand. */
export function SidePanel({ session, live, chosen, source }: { session: Session; live: LivePlan; chosen: readonly string[]; source: number }) {
  const inHand = chosen.length > 0;
  return (
    <Flex
      direction="column"
      w={{ base: '100%', md: '330px' }}
      flexShrink={0}
      bg="panel"
      borderLeftWidth={{ md: '1px' }}
      borderColor="line"
      overflow={{ md: 'auto' }}
      aria-label={sayFloor('findings-and-selection')}
      role="region"
      tabIndex={0}
    >
      {session.instruments.length === 0 && (
        <Box px="4" pb="2">
          <AddInstrument session={session} />
        </Box>
      )}
      {session.instruments.length > 0 && session.microphones.length === 0 && (
        <Box px="4" py="3">
          <Box mb="2">{sayFloor('no-microphones-yet-choose-a-set')}</Box>
          <Button asChild minH="44px" bg="tapeFill" color="#12181b">
            <Link to={`../setups?for=${session.instruments[session.instruments.length - 1]?.id ?? ''}`} relative="path">
              {sayFloor('choose-a-set-up')}
            </Link>
          </Button>
        </Box>
      )}
      {session.microphones.length > 0 && (
        <Box
          px="4"
          pb="2"
          flexShrink={0}
          maxH={{ md: inHand ? '40%' : 'none' }}
          overflow={{ md: inHand ? 'auto' : 'visible' }}
          tabIndex={inHand ? 0 : undefined}
        >
          <MovesPanel />
          {/* On a phone they stand before the drawing. */}
          <Box display={{ base: 'none', md: 'block' }}>
            <Verdicts session={session} findings={live.findings} />
          </Box>
        </Box>
      )}
      <Box px="4" py="3" borderTopWidth="2px" borderColor="line">
        <InHand session={session} live={live} chosen={chosen} source={source} />
      </Box>
    </Flex>
  );
}
