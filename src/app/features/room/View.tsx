import { Box, Flex, Grid } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { speedOfSound } from '../../../core/acoustics';
import type { Session } from '../../../core/document';
import { modelOfFurnishing, type SoftKind } from '../../../core/furnishings';
import type { Vec3 } from '../../../core/math';
import { furnishedRoom, whatToHang } from '../../../core/planning';
import {
  boxModes,
  criticalDistanceM,
  flutters,
  modeAt,
  modeWeight,
  octaveDecays,
  type RoomMode,
  roomVolumeM3,
  schroederHz,
} from '../../../core/room';
import { formatLength, formatNumber, shownUnits } from '../../../core/units';
import { Choice } from '../../components/Choice';
import { NumberField } from '../../components/NumberField';
import { Segments } from '../../components/Segments';
import { SidePane } from '../../components/SidePane';
import { useLiveSession } from '../../stores/sessionStore';
import { DecayBars, DecayWords } from './Decay';
import { HangList } from './HangList';
import { HearPanel } from './HearPanel';
import { RoomDrawing, type Shade } from './RoomDrawing';
import { directOf, type Ray, raysTo, SOUND_M, wayOf } from './rays';
import { SizePanel } from './SizePanel';
import { SpotList } from './SpotList';
import { FurniturePanel, SurfacesPanel } from './SurfacesPanel';
import { useSpots } from './useSpots';

const SHOWN_ADVICE = 4;
/** What can be hung on a wall. */
const WALL_KINDS = ['curtain', 'duvet', 'absorber', 'bookcase'] as const satisfies readonly SoftKind[];
const NO_PINS: readonly Vec3[] = [];

type Question = 'put' | 'modes' | 'reflections' | 'hang' | 'clap' | 'quiet';
const QUESTIONS: readonly { readonly value: Question; readonly text: string }[] = [
  { value: 'put', text: 'Where to put it' },
  { value: 'modes', text: 'Modes' },
  { value: 'reflections', text: 'First reflections' },
  { value: 'hang', text: 'What to hang' },
  { value: 'clap', text: 'Clap test' },
  { value: 'quiet', text: 'Quiet test' },
];

/** The room: what it is, what it does to the sound, and where to stand in it. */
export function RoomStation() {
  const session = useLiveSession();
  return session ? <Room session={session} /> : null;
}

/** The modes that are looked at: the strongest first ones. */
function modesOf(session: Session): readonly RoomMode[] {
  const { widthM, depthM, heightM, temperatureC } = session.room;
  return boxModes([widthM, depthM, heightM], speedOfSound(temperatureC), 160)
    .filter((mode) => modeWeight(mode) >= 0.5)
    .slice(0, 10);
}

/** Stands for three modes at once in the list. */
const WORST = -1;

/** The three modes that an instrument drives hardest where it stands; the strongest three without one. */
function worstThree({ room }: Session, modes: readonly RoomMode[], at: { readonly x: number; readonly y: number } | null): readonly RoomMode[] {
  const size: [number, number, number] = [room.widthM, room.depthM, room.heightM];
  const driven = (mode: RoomMode): number => modeWeight(mode) * (at ? modeAt(mode, size, [at.x, at.y, SOUND_M]) ** 2 : 1);
  return [...modes].sort((a, b) => driven(b) - driven(a)).slice(0, 3);
}

const ALONG = ['across', 'front to back', 'floor to ceiling'];
const modeName = ({ orders, frequencyHz }: RoomMode): string =>
  `${formatNumber(frequencyHz, 0)} Hz, ${orders.flatMap((order, axis) => (order > 0 ? [`${ALONG[axis]}${order > 1 ? ` ×${order}` : ''}`] : [])).join(' and ')}`;

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
          <Segments label="Question" value={question} options={QUESTIONS} onChange={(value) => setQuestion(value as Question)} />
          {(question === 'put' || question === 'reflections') && session.instruments.length > 1 && instrument && (
            <Choice
              label="Instrument"
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
      <SidePane label="Room">
        {question === 'put' &&
          (instrument ? (
            map ? (
              <SpotList session={session} instrumentId={instrument.id} map={map} />
            ) : (
              <Box color="quiet">{problem ?? 'Looking over the floor'}</Box>
            )
          ) : (
            <Box color="quiet">Put an instrument in the room on the Floor; here it is told where it stands well.</Box>
          ))}
        {question === 'modes' && looked.length > 0 && (
          <Box>
            <Grid templateColumns="2fr 1fr" gap="2">
              <Choice
                label="Mode"
                value={String(modeIndex === WORST ? WORST : Math.min(modeIndex, modes.length - 1))}
                options={[
                  ...modes.map((one, i) => ({ value: String(i), text: modeName(one) })),
                  { value: String(WORST), text: `the worst three: ${worst.map(({ frequencyHz }) => formatNumber(frequencyHz, 0)).join(', ')} Hz` },
                ]}
                onChange={(value) => setModeIndex(Number(value))}
              />
              <NumberField
                label="At height"
                unit={place.unit}
                digits={0}
                value={mapM * place.per}
                low={0}
                high={Math.floor(session.room.heightM * place.per)}
                onCommit={(value) => setMapM(value / place.per)}
              />
            </Grid>
            <Box mt="2">
              Where the wash is full the note rings on and is loud; where it fades it is hardly heard. Keep the instrument and its microphones off the
              full places, an omni most of all. The worst three are those that the instrument drives hardest where it stands.
            </Box>
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
              label="On the walls there is"
              value={hung}
              options={WALL_KINDS.map((kind) => ({ value: kind, text: modelOfFurnishing(kind).name.toLowerCase() }))}
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
            decays={octaveDecays(furnishedRoom(session), speedOfSound(session.room.temperatureC))}
          />
        )}
        <Box mt="4">
          <SizePanel session={session} />
        </Box>
        <Box mt="4">
          <SurfacesPanel session={session} />
        </Box>
        <Box mt="4">
          <FurniturePanel session={session} />
        </Box>
      </SidePane>
    </Flex>
  );
}

/** Delay and first dip of each surface's reflection at one microphone. */
function Reflections({
  session,
  rays,
  microphoneId,
  onMicrophone,
  from,
}: {
  session: Session;
  rays: readonly Ray[];
  microphoneId: string | null;
  onMicrophone: (id: string) => void;
  from: { readonly x: number; readonly y: number } | null;
}) {
  if (!from || !microphoneId || rays.length === 0)
    return <Box color="quiet">With an instrument and a microphone in the room, its first reflections are drawn here.</Box>;
  const direct = rays[0] ? directOf(rays[0]) : 0;
  const speed = speedOfSound(session.room.temperatureC);
  const lines = rays.map((ray) => ({ surface: ray.surface, extraM: wayOf(ray) - direct, wayM: wayOf(ray) })).sort((a, b) => a.extraM - b.extraM);
  return (
    <Box>
      <Choice
        label="Microphone"
        value={microphoneId}
        options={session.microphones.map(({ id, name }) => ({ value: id, text: name }))}
        onChange={onMicrophone}
      />
      <Box as="table" w="100%" mt="2" fontSize="sm" aria-label="First reflections">
        <thead>
          <tr>
            <Box as="th" textAlign="left" fontWeight="400" color="quiet">
              off the
            </Box>
            <Box as="th" textAlign="right" fontWeight="400" color="quiet">
              later by
            </Box>
            <Box as="th" textAlign="right" fontWeight="400" color="quiet">
              softer by
            </Box>
            <Box as="th" textAlign="right" fontWeight="400" color="quiet">
              first dip
            </Box>
          </tr>
        </thead>
        <tbody>
          {lines.map(({ surface, extraM, wayM }) => (
            <tr key={surface}>
              <td>{surface}</td>
              <Box as="td" className="measure" textAlign="right">
                {formatNumber((1000 * extraM) / speed, 1)} ms
              </Box>
              <Box as="td" className="measure" textAlign="right">
                {formatNumber(20 * Math.log10(wayM / Math.max(0.05, direct)), 0)} dB
              </Box>
              <Box as="td" className="measure" textAlign="right">
                {formatNumber(speed / (2 * Math.max(0.01, extraM)), 0)} Hz
              </Box>
            </tr>
          ))}
        </tbody>
      </Box>
      <Box fontSize="sm" color="quiet" mt="2">
        From the middle of the instrument, {formatLength(SOUND_M, session.units)} up. A reflection 10 dB softer and more does little; nearer ones
        colour.
      </Box>
    </Box>
  );
}

/** What the room does, in sentences and one picture. */
function WhatItDoes({ session }: { session: Session }) {
  const room = useMemo(() => furnishedRoom(session), [session]);
  const speed = speedOfSound(room.temperatureC);
  const decays = octaveDecays(room, speed);
  const middleS = ((decays[2]?.seconds ?? 0) + (decays[3]?.seconds ?? 0)) / 2;
  const volume = roomVolumeM3(room);
  const flutter = flutters(room, speed);
  const length = (metres: number): string => formatLength(metres, session.units);
  return (
    <Flex
      borderTopWidth="1px"
      borderColor="line"
      px="4"
      py="3"
      gap="5"
      wrap={{ base: 'wrap', md: 'nowrap' }}
      role="region"
      aria-label="What the room does"
    >
      <Box flex="1" minW="240px" maxW="420px">
        <DecayBars decays={decays} />
        <DecayWords decays={decays} />
      </Box>
      <Box flex="1" minW="240px">
        <Box>
          A stroke dies away in <span className="measure">{formatNumber(middleS, 2)} s</span>. Farther off than{' '}
          <span className="measure">{length(criticalDistanceM(1, volume, middleS))}</span> an omni hears more room than instrument, a cardioid than{' '}
          <span className="measure">{length(criticalDistanceM(3, volume, middleS))}</span>.
        </Box>
        <Box mt="2">
          Below <span className="measure">{formatNumber(schroederHz(middleS, volume), 0)} Hz</span> single modes rule, and where things stand decides
          the bass.
        </Box>
        {flutter.map(({ between, periodS, apartM }) => (
          <Box key={between[0]} mt="2" color="improve">
            {between[0]} and {between[1]} are bare and {length(apartM)} apart: a clap flutters every{' '}
            <span className="measure">{formatNumber(1000 * periodS, 0)} ms</span>. Hang something on one of them.
          </Box>
        ))}
      </Box>
    </Flex>
  );
}
