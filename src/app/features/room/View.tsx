import { Box, Flex, Grid } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { speedOfSound } from '../../../core/acoustics';
import type { Session } from '../../../core/document';
import { modelOfFurnishing, type SoftKind } from '../../../core/furnishings';
import type { Vec3 } from '../../../core/math';
import { heardRoom, whatToHang } from '../../../core/planning';
import { boxModes, meanHeightM, modeAt, modeWeight, octaveDecays, type RoomMode } from '../../../core/room';
import { formatNumber, shownUnits } from '../../../core/units';
import { midway } from '../../../words/midway';
import { sayRoom } from '../../../words/room.page.en';
import { term } from '../../../words/term';
import { Choice } from '../../components/Choice';
import { Fold } from '../../components/Fold';
import { NumberField } from '../../components/NumberField';
import { Segments } from '../../components/Segments';
import { SidePane } from '../../components/SidePane';
import { useLiveSession } from '../../stores/sessionStore';
import { HangList } from './HangList';
import { HearPanel } from './HearPanel';
import { Reflections } from './Reflections';
import { RoomDrawing, type Shade } from './RoomDrawing';
import { raysTo, SOUND_M } from './rays';
import { SizePanel } from './SizePanel';
import { SpotList } from './SpotList';
import { FurniturePanel, SurfacesPanel } from './SurfacesPanel';
import { useSpots } from './useSpots';
import { WallPartsPanel } from './WallPartsPanel';
import { WhatItDoes } from './WhatItDoes';

const SHOWN_ADVICE = 4;
/** What can be hung on a wall. */
const WALL_KINDS = ['curtain', 'duvet', 'clothes', 'absorber', 'bookcase'] as const satisfies readonly SoftKind[];
const NO_PINS: readonly Vec3[] = [];

type Question = 'put' | 'modes' | 'reflections' | 'hang' | 'clap' | 'quiet';
const QUESTIONS: readonly { readonly value: Question; readonly text: string }[] = [
  { value: 'put', text: sayRoom('where-to-put-it') },
  { value: 'modes', text: sayRoom('modes') },
  { value: 'reflections', text: sayRoom('first-reflections') },
  { value: 'hang', text: sayRoom('what-to-hang') },
  { value: 'clap', text: sayRoom('clap-test') },
  { value: 'quiet', text: sayRoom('quiet-test') },
];

/** The room: what it is, what it does to the sound, and where to stand in it. */
export function RoomStation() {
  const session = useLiveSession();
  return session ? <Room session={session} /> : null;
}

/** The modes that are looked at: the strongest first ones. */
function modesOf(session: Session): readonly RoomMode[] {
  const { widthM, depthM, temperatureC } = session.room;
  return boxModes([widthM, depthM, meanHeightM(session.room)], speedOfSound(temperatureC), 160)
    .filter((mode) => modeWeight(mode) >= 0.5)
    .slice(0, 10);
}

/** Stands for three modes at once in the list. */
const WORST = -1;

/** The three modes that an instrument drives hardest where it stands; the strongest three without one. */
function worstThree({ room }: Session, modes: readonly RoomMode[], at: { readonly x: number; readonly y: number } | null): readonly RoomMode[] {
  const size: [number, number, number] = [room.widthM, room.depthM, meanHeightM(room)];
  const driven = (mode: RoomMode): number => modeWeight(mode) * (at ? modeAt(mode, size, [at.x, at.y, SOUND_M]) ** 2 : 1);
  return [...modes].sort((a, b) => driven(b) - driven(a)).slice(0, 3);
}

const ALONG = [sayRoom('across'), sayRoom('front-to-back'), sayRoom('floor-to-ceiling')];
const modeName = ({ orders, frequencyHz }: RoomMode): string =>
  `${formatNumber(frequencyHz, 0)} Hz, ${orders.flatMap((order, axis) => (order > 0 ? [`${ALONG[axis]}${order > 1 ? ` ×${order}` : ''}`] : [])).join(` ${sayRoom('and')} `)}`;

function Room({ session }: { session: Session }) {
  const [question, setQuestion] = useState<Question>('put');
  const [wanted, setWanted] = useState<string | null>(null);
  const [modeIndex, setModeIndex] = useState(0);
  const [mapM, setMapM] = useState(1);
  const [microphoneId, setMicrophoneId] = useState<string | null>(null);
  const instrument = session.instruments.find(({ id }) => id === wanted) ?? session.instruments[0] ?? null;
  const { map, problem } = useSpots(session, question === 'put' ? (instrument?.id ?? null) : null);
  const modes = useMemo(() => modesOf(session), [session]);
  const { place } = shownUnits(session.units);
  const worst = useMemo(() => worstThree(session, modes, instrument?.positionM ?? null), [session, modes, instrument]);
  const looked = modeIndex === WORST ? worst : modes.slice(Math.min(modeIndex, modes.length - 1)).slice(0, 1);
  const microphone = session.microphones.find(({ id }) => id === microphoneId) ?? session.microphones[0] ?? null;
  const shade: Shade =
    question === 'put' && map
      ? { kind: 'spots', map }
      : question === 'modes' && looked.length > 0
        ? { kind: 'mode', modes: looked, heightM: Math.min(mapM, session.room.heightM) }
        : null;
  const rays = useMemo(
    () => (question === 'reflections' && instrument && microphone ? raysTo(session.room, instrument.positionM, microphone.positionM) : []),
    [question, session, instrument, microphone],
  );
  const [hung, setHung] = useState<SoftKind>('curtain');
  const advice = useMemo(() => (question === 'hang' ? whatToHang(session, hung).slice(0, SHOWN_ADVICE) : []), [question, session, hung]);
  const pins: readonly Vec3[] =
    question === 'hang'
      ? advice.flatMap(({ atM }) => (atM ? [atM] : []))
      : shade?.kind === 'spots'
        ? shade.map.best.map(({ positionM: { x, y } }) => ({ x, y, z: 0 }))
        : [];
  return (
    <Flex h="100%" minH="0" direction={{ base: 'column', md: 'row' }} overflow={{ base: 'auto', md: 'hidden' }}>
      <Flex direction="column" flex={{ base: 'none', md: '1' }} minW="0" minH="0">
        <Flex px="3" py="2" gap="3" wrap="wrap" align="center" borderBottomWidth="1px" borderColor="line">
          <Segments label={sayRoom('question')} value={question} options={QUESTIONS} onChange={(value) => setQuestion(value as Question)} />
          {(question === 'put' || question === 'reflections') && session.instruments.length > 1 && instrument && (
            <Choice
              label={sayRoom('instrument')}
              hideLabel
              value={instrument.id}
              options={session.instruments.map(({ id, name }) => ({ value: id, text: name }))}
              onChange={setWanted}
            />
          )}
        </Flex>
        <Flex flex={{ base: 'none', md: '1' }} minH="0" direction={{ base: 'column', md: 'row' }}>
          <Box flex={{ base: 'none', md: '3' }} h={{ base: '330px', md: 'auto' }} minW="0" minH="0" overflow="hidden">
            <RoomDrawing session={session} face="plan" shade={shade} rays={rays} pins={pins} />
          </Box>
          <Flex flex={{ base: 'none', md: '2' }} minW="0" minH="0" direction="column" borderLeftWidth={{ md: '1px' }} borderColor="line">
            <Box flex={{ base: 'none', md: '1' }} h={{ base: '230px', md: 'auto' }} minH="0" overflow="hidden">
              <RoomDrawing session={session} face="side" shade={null} rays={rays} pins={question === 'hang' ? pins : NO_PINS} />
            </Box>
            <Box
              flex={{ base: 'none', md: '1' }}
              h={{ base: '230px', md: 'auto' }}
              minH="0"
              overflow="hidden"
              borderTopWidth="1px"
              borderColor="line"
            >
              <RoomDrawing session={session} face="front" shade={null} rays={rays} pins={question === 'hang' ? pins : NO_PINS} />
            </Box>
          </Flex>
        </Flex>
        <WhatItDoes session={session} />
      </Flex>
      <SidePane label={sayRoom('room')}>
        {question === 'put' &&
          (instrument ? (
            map ? (
              <SpotList session={session} instrumentId={instrument.id} map={map} />
            ) : (
              <Box color="quiet">{problem ?? sayRoom('looking-over-the-floor')}</Box>
            )
          ) : (
            <Box color="quiet">{sayRoom('put-an-instrument-in-the-room')}</Box>
          ))}
        {question === 'modes' && looked.length > 0 && (
          <Box>
            <Grid templateColumns="2fr 1fr" gap="2">
              <Choice
                label={sayRoom('mode')}
                value={String(modeIndex === WORST ? WORST : Math.min(modeIndex, modes.length - 1))}
                options={[
                  ...modes.map((one, i) => ({ value: String(i), text: modeName(one) })),
                  {
                    value: String(WORST),
                    text: sayRoom('the-worst-three-hz', { worst: worst.map(({ frequencyHz }) => formatNumber(frequencyHz, 0)).join(', ') }),
                  },
                ]}
                onChange={(value) => setModeIndex(Number(value))}
              />
              <NumberField
                label={sayRoom('at-height')}
                unit={place.unit}
                digits={0}
                value={mapM * place.per}
                low={0}
                high={Math.floor(session.room.heightM * place.per)}
                onCommit={(value) => setMapM(value / place.per)}
              />
            </Grid>
            <Box mt="2">{sayRoom('where-the-wash-is-full-the')}</Box>
          </Box>
        )}
        {question === 'reflections' && (
          <Reflections
            session={session}
            rays={rays}
            onMicrophone={setMicrophoneId}
            microphoneId={microphone?.id ?? null}
            from={instrument?.positionM ?? null}
          />
        )}
        {question === 'hang' && (
          <>
            <Choice
              label={sayRoom('on-the-walls-there-is')}
              value={hung}
              options={WALL_KINDS.map((kind) => ({ value: kind, text: term(midway(modelOfFurnishing(kind).name)) }))}
              onChange={(kind) => setHung(kind as SoftKind)}
            />
            <HangList session={session} advice={advice} />
          </>
        )}
        {(question === 'clap' || question === 'quiet') && (
          <HearPanel
            key={question}
            session={session}
            what={question}
            decays={octaveDecays(heardRoom(session), speedOfSound(session.room.temperatureC))}
          />
        )}
        <Box mt="4">
          <SizePanel session={session} />
        </Box>
        <Box mt="3">
          <Fold id="what the room is made of" summary={sayRoom('surfaces-windows-doors-furniture')}>
            <Box mt="2">
              <SurfacesPanel session={session} />
            </Box>
            <Box mt="4">
              <WallPartsPanel session={session} />
            </Box>
            <Box mt="4">
              <FurniturePanel session={session} />
            </Box>
          </Fold>
        </Box>
      </SidePane>
    </Flex>
  );
}
