import { Box, Button, Flex } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { commit, makePair, type Pair, type PlacedMicrophone, type Session } from '../../../core/document';
import { sourceKey } from '../../../core/ids';
import type { Vec3 } from '../../../core/math';
import { type PairAlternative, pairMismatch, pairPoints } from '../../../core/planning';
import { ceilingAt } from '../../../core/room';
import {
  crossedPairOf,
  extentOf,
  type FittingMove,
  fitOf,
  fittingMoves,
  isNear,
  nearestFrame,
  type PairGeometry,
  pairPicture,
  pictureFit,
  SCHOOLS,
  type School,
} from '../../../core/stereo';
import { formatDb, formatFrequency } from '../../../core/units';
import { sayTold } from '../../../words';
import { sayPairs } from '../../../words/pairs.page.en';
import { term } from '../../../words/term';
import { Choice } from '../../components/Choice';
import { Fold } from '../../components/Fold';
import { Help } from '../../components/Help';
import { newId } from '../../components/newId';
import { Segments } from '../../components/Segments';
import { SidePane } from '../../components/SidePane';
import { Toggle } from '../../components/Toggle';
import { useSize } from '../../components/useSize';
import { Awaited } from '../../drawing/Awaited';
import { PairPicture, PictureWords, seenFrom } from '../../drawing/PairPicture';
import { ListenBar } from '../../listening/ListenBar';
import { play, putOn, switchTo } from '../../listening/listening';
import { useLivePlan } from '../../stores/planHooks';
import { runCommand, useLiveSession } from '../../stores/sessionStore';
import { useCalmSession } from '../../stores/useCalm';
import { Alternatives, nameOf } from './Alternatives';
import { Centring } from './Centring';
import { FitWords } from './FitWords';
import { PairDrawing } from './PairDrawing';
import { PairFields } from './PairFields';
import { Panning } from './Panning';

/** Two microphones as one picture: designed, judged, compared and heard. */
export function PairsStation() {
  const session = useLiveSession();
  return session ? <Pairs session={session} /> : null;
}

type Strip = 'picture' | 'mono' | 'others' | 'pan' | 'listen';
const STRIPS: readonly { readonly value: Strip; readonly text: string }[] = [
  { value: 'picture', text: sayPairs('picture') },
  { value: 'mono', text: sayPairs('in-mono') },
  { value: 'others', text: sayPairs('other-geometries') },
  { value: 'pan', text: sayPairs('panning') },
  { value: 'listen', text: sayPairs('listen') },
];

function Pairs({ session }: { session: Session }) {
  const [wanted, setWanted] = useState<string | null>(null);
  const [school, setSchool] = useState<School>(SCHOOLS[0]);
  const pair = session.pairs.find(({ id }) => id === wanted) ?? session.pairs[0];
  const sides = pair && sidesOf(session, pair);
  if (!pair || !sides) return <NoPair session={session} onMade={setWanted} />;
  return (
    <OnePair
      session={session}
      pair={pair}
      sides={sides}
      school={school}
      bar={
        <Flex px="3" py="2" gap="3" align="center" wrap="wrap" borderBottomWidth="1px" borderColor="line">
          <Choice
            label={sayPairs('pair')}
            hideLabel
            value={pair.id}
            options={session.pairs.map(({ id, name }) => ({ value: id, text: name }))}
            onChange={setWanted}
          />
        </Flex>
      }
      schools={
        <Segments
          label={sayPairs('school')}
          value={school}
          options={SCHOOLS.map((value) => ({ value, text: term(capital(value)) }))}
          onChange={(value) => setSchool(value as School)}
        />
      }
    />
  );
}

const capital = (text: string): string => `${text.slice(0, 1).toUpperCase()}${text.slice(1)}`;

function sidesOf(session: Session, { leftId, rightId }: Pair): readonly [PlacedMicrophone, PlacedMicrophone] | null {
  const [left, right] = [leftId, rightId].map((id) => session.microphones.find((one) => one.id === id));
  return left && right ? [left, right] : null;
}

/** What the pair is, as its recording angle is reckoned: of mid-side the crossed pair it is the same as. */
function geometryOf({ frame, decoding, width = 1 }: Pair, [left, right]: readonly [PlacedMicrophone, PlacedMicrophone]): PairGeometry | null {
  if (!frame) return null;
  if (decoding === 'left-right') return { pattern: left.pattern, rightPattern: right.pattern, spacingM: frame.spacingM, angleDeg: frame.angleDeg };
  const { halfAngleDeg, pressureShare } = crossedPairOf(left.pattern, width);
  return { pattern: left.pattern, pressureShare, spacingM: 0, angleDeg: 2 * halfAngleDeg };
}

/** Air that a pair keeps to walls and ceiling, metres. */
const AIR_M = 0.15;

const isInside = ({ room }: Session, { x, y, z }: Vec3): boolean =>
  x > AIR_M && x < room.widthM - AIR_M && y > AIR_M && y < room.depthM - AIR_M && z > AIR_M && z < ceilingAt(room, { x, y }) - AIR_M;

interface OneProps {
  readonly session: Session;
  readonly pair: Pair;
  readonly sides: readonly [PlacedMicrophone, PlacedMicrophone];
  readonly school: School;
  readonly bar: React.ReactNode;
  /** The choice between the schools by which an angle is judged. */
  readonly schools: React.ReactNode;
}

function OnePair({ session, pair, sides, school, bar, schools }: OneProps) {
  const { table } = useLivePlan(session);
  const speed = table.plan.speedOfSoundMps;
  const points = useMemo(() => pairPoints(table, pair), [table, pair]);
  const geometry = geometryOf(pair, sides);
  const fit = pair.frame && geometry ? fitOf(geometry, extentOf(pair.frame, points), speed, school) : null;
  const moves = useFittingMoves(pair, geometry, points, speed, school).filter(({ frame }) => !frame.centreM || isInside(session, frame.centreM));
  const places = pairPicture(table, pair.leftId, pair.rightId, pair.decoding, pair.width);
  const near = pair.frame && isNear(pair.frame, points) ? pictureFit(places.map(({ position }) => position)) : null;
  // Two that stand unlike are seen from over the regular pair nearest to them.
  const seen = pair.frame ?? nearestFrame({ left: sides[0], right: sides[1] }, pair.decoding);
  const mismatch = pairMismatch(session, pair);
  return (
    <Flex h="100%" minH="0" direction={{ base: 'column', md: 'row' }} overflow={{ base: 'auto', md: 'hidden' }}>
      <Flex direction="column" flex={{ base: 'none', md: '1' }} minW="0" minH="0">
        {bar}
        <Box flex={{ base: 'none', md: '1' }} h={{ base: '340px', md: 'auto' }} minH="0" overflow="hidden">
          {seen ? (
            <PairDrawing session={session} pair={pair} frame={seen} sides={sides} points={points} fit={near === null && pair.frame ? fit : null} />
          ) : (
            <Box p="4" color="quiet">
              {sayPairs('the-two-look-at-one-another')}
            </Box>
          )}
        </Box>
        <PairStrip session={session} pair={pair} places={places} />
      </Flex>
      <SidePane label={sayPairs('the-pair')}>
        {fit && <FitWords session={session} pair={pair} fit={fit} moves={moves} near={near} />}
        {pair.frame && <Centring session={session} pair={pair} sources={table.plan.sources} places={places} />}
        {mismatch
          .map((told) => sayTold(told, session.units))
          .map((words) => (
            <Box key={words} mt="2" color="improve">
              {words}
            </Box>
          ))}
        <Box mt="4">
          <PairFields session={session} pair={pair} />
        </Box>
        <Box mt="3">
          <Fold id="how angles are judged" summary={sayPairs('how-angles-are-judged')}>
            {schools}
            <Box my="2" fontSize="sm" color="quiet">
              {sayPairs('both-schools-are-models-of-how')}
            </Box>
            <Help term="near-coincident" asked />
          </Fold>
        </Box>
      </SidePane>
    </Flex>
  );
}

/** What would make it fit; of mid-side only the distance, since its angle is its width. */
function useFittingMoves(pair: Pair, geometry: PairGeometry | null, points: readonly Vec3[], speed: number, school: School): readonly FittingMove[] {
  const { frame, decoding } = pair;
  const key = JSON.stringify([frame, geometry, points, speed, school]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the key says all of it, and is the same while nothing of it changes
  return useMemo(() => {
    if (!frame || !geometry) return [];
    const { pattern, rightPattern, pressureShare, spacingM, angleDeg } = geometry;
    const found = fittingMoves(
      { ...frame, spacingM, angleDeg },
      { pattern, ...(rightPattern ? { rightPattern } : {}), ...(pressureShare === undefined ? {} : { pressureShare }) },
      points,
      speed,
      school,
    );
    return decoding === 'mid-side' ? found.filter(({ kind }) => kind === 'distance') : found;
  }, [key]);
}

function PairStrip({ session, pair, places }: { session: Session; pair: Pair; places: ReturnType<typeof pairPicture> }) {
  const [strip, setStrip] = useState<Strip>('picture');
  const [isAudience, setAudience] = useState(false);
  const [box, size] = useSize<HTMLDivElement>();
  const calm = useCalmSession() ?? session;
  const { table } = useLivePlan(calm);
  const seen = seenFrom(places, isAudience);
  const hear = ({ design, command }: PairAlternative): void => {
    const after = command && commit(session, command, new Date().toISOString());
    if (after?.kind !== 'changed') return;
    setStrip('listen');
    putOn('A', session, sayPairs('as-it-stands'));
    putOn('B', after.session, nameOf(design, session.units));
    switchTo('A');
    void play();
  };
  return (
    <Box borderTopWidth="1px" borderColor="line" bg="panel" h={{ md: '270px' }} overflow={{ md: 'auto' }} flexShrink={0} px="2" pb="2">
      <Flex align="center" wrap="wrap" gap="2">
        <Segments label={sayPairs('strip')} value={strip} options={STRIPS} onChange={(value) => setStrip(value as Strip)} />
        {strip === 'picture' && <Toggle label={sayPairs('as-the-audience-hears-it')} on={isAudience} onToggle={() => setAudience(!isAudience)} />}
      </Flex>
      <Box px="2" pt="2">
        {strip === 'picture' && (
          <Flex gap="4" direction={{ base: 'column', md: 'row' }}>
            <Box flex="1" minW="0" ref={box} role="region" aria-label={sayPairs('picture-of', { pair: pair.name })}>
              <PairPicture key={size.width > 0 ? 'sized' : 'not yet'} places={seen} width={Math.max(240, size.width - 4)} />
            </Box>
            <Box w={{ base: '100%', md: '230px' }} fontSize="sm">
              <PictureWords pair={pair} places={seen} />
            </Box>
          </Flex>
        )}
        {strip === 'mono' && <Mono places={places} />}
        {strip === 'others' && <Alternatives session={calm} pair={calm.pairs.find(({ id }) => id === pair.id) ?? pair} onHear={hear} />}
        {strip === 'pan' && <Panning session={session} places={places} />}
        {strip === 'listen' && <ListenBar session={session} sources={table.plan.sources.map((one) => ({ key: sourceKey(one), name: one.name }))} />}
      </Box>
    </Box>
  );
}

/** What adding the two to mono does to each source. */
function Mono({ places }: { places: ReturnType<typeof pairPicture> }) {
  return (
    <Box as="table" w="100%" maxW="620px" aria-label={sayPairs('in-mono')}>
      <thead>
        <tr>
          {['', sayPairs('first-dip'), sayPairs('ripple'), sayPairs('loses-in-its-own-band')].map((text) => (
            <Box as="th" key={text} textAlign={text === '' ? 'left' : 'right'} fontWeight="400" color="quiet" fontSize="sm">
              {text}
            </Box>
          ))}
        </tr>
      </thead>
      <tbody>
        {places.map(({ sourceKey: key, name, monoDipHz, monoRippleDb, monoLossDb }) => (
          <tr key={key}>
            <td>{name}</td>
            <Box as="td" textAlign="right" className="measure">
              {monoDipHz === null ? sayPairs('none') : formatFrequency(monoDipHz)}
            </Box>
            <Box as="td" textAlign="right" className="measure">
              {monoDipHz === null ? '–' : monoRippleDb > 40 ? sayPairs('over-40-db') : formatDb(monoRippleDb)}
            </Box>
            <Box as="td" textAlign="right" className="measure" color={monoLossDb > 3 ? 'improve' : undefined}>
              {formatDb(monoLossDb)}
            </Box>
          </tr>
        ))}
      </tbody>
    </Box>
  );
}

/** No pair yet: two microphones become one here. */
function NoPair({ session, onMade }: { session: Session; onMade: (id: string) => void }) {
  const [left, setLeft] = useState(session.microphones[0]?.id ?? '');
  const [right, setRight] = useState(session.microphones[1]?.id ?? '');
  const options = session.microphones.map(({ id, name }) => ({ value: id, text: name }));
  if (options.length < 2) return <Awaited drawing="pair">{sayPairs('a-pair-is-two-microphones-used')}</Awaited>;
  const make = (): void => {
    const id = newId();
    if (runCommand(makePair(id, left, right, session.microphones.find((one) => one.id === left)?.target ?? null))) onMade(id);
  };
  return (
    <Box p="6" maxW="520px">
      <Box mb="3">{sayPairs('a-pair-is-two-microphones-used-2')}</Box>
      <Flex gap="2" wrap="wrap" align="end">
        <Choice label={sayPairs('left-2')} value={left} options={options} onChange={setLeft} />
        <Choice label={sayPairs('right-2')} value={right} options={options} onChange={setRight} />
        <Button size="sm" minH={{ base: '44px', md: '34px' }} disabled={left === right} onClick={make}>
          {sayPairs('make-them-a-pair')}
        </Button>
      </Flex>
    </Box>
  );
}
