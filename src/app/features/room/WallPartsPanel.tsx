import { Box, Button, Flex, Grid } from '@chakra-ui/react';
import { useState } from 'react';
import { lowerCeiling, placeWallPart, removeWallPart, type Session } from '../../../core/document';
import { type LowCeiling, PART_KINDS, PART_MODELS, type PartKind, WALLS, type Wall, type WallPart } from '../../../core/room';
import { asMidway, formatLength, shownUnits } from '../../../core/units';
import { midway } from '../../../words/midway';
import { sayRoom } from '../../../words/room.page.en';
import { term } from '../../../words/term';
import { Choice } from '../../components/Choice';
import { NumberField } from '../../components/NumberField';
import { newId } from '../../components/newId';
import { runCommand } from '../../stores/sessionStore';
import { Row } from './Row';

const WALL_OPTIONS = WALLS.map((wall) => ({ value: wall, text: term(wall) }));
const BEGINS: Readonly<Record<Wall, string>> = {
  'left wall': sayRoom('from-back-wall'),
  'right wall': sayRoom('from-back-wall'),
  'front wall': sayRoom('from-left-wall'),
  'back wall': sayRoom('from-left-wall'),
};

const lengthOf = ({ room }: Session, wall: Wall): number => (wall === 'left wall' || wall === 'right wall' ? room.depthM : room.widthM);

/** A length of the room that is typed in the session's unit. */
function Metres({ session, label, valueM, lowM, highM, onCommit }: MetresProps) {
  const { unit, per } = shownUnits(session.units).room;
  return (
    <NumberField
      label={label}
      unit={unit}
      digits={2}
      value={valueM * per}
      low={Number((lowM * per).toFixed(2))}
      high={Number((highM * per).toFixed(2))}
      onCommit={(value) => onCommit(value / per)}
    />
  );
}
interface MetresProps {
  readonly session: Session;
  readonly label: string;
  readonly valueM: number;
  readonly lowM: number;
  readonly highM: number;
  readonly onCommit: (metres: number) => void;
}

/** Windows, doors and mirrors: where in which wall, and how large. */
export function WallPartsPanel({ session }: { session: Session }) {
  const [chosen, setChosen] = useState<string | null>(null);
  const { parts = [], heightM } = session.room;
  const add = (kind: PartKind): void => {
    const model = PART_MODELS[kind];
    const id = newId();
    const widthM = Math.min(model.widthM, session.room.widthM);
    const highM = Math.min(model.heightM, heightM);
    const bottomM = Math.min(model.bottomM, heightM - highM);
    runCommand(placeWallPart({ id, kind, wall: 'back wall', fromM: (session.room.widthM - widthM) / 2, widthM, bottomM, heightM: highM }));
    setChosen(id);
  };
  return (
    <Box>
      <Box fontWeight="700" mb="1">
        {sayRoom('in-the-walls')}
      </Box>
      <Box as="ul" m="0" p="0" aria-label={sayRoom('in-the-walls')}>
        {parts.map((part) => (
          <Row
            key={part.id}
            name={`${PART_MODELS[part.kind].name}, ${part.wall}, ${formatLength(part.widthM, session.units)}`}
            isChosen={part.id === chosen}
            onChoose={() => setChosen(part.id === chosen ? null : part.id)}
            awayLabel={sayRoom('take-the-out-of-the', { partModels: asMidway(PART_MODELS[part.kind].name), wall: part.wall })}
            onAway={() => runCommand(removeWallPart(part.id))}
          >
            <PartFields session={session} part={part} />
          </Row>
        ))}
      </Box>
      <Flex gap="1" mt="2" wrap="wrap" role="group" aria-label={sayRoom('add-to-a-wall')}>
        {PART_KINDS.map((kind) => (
          <Button key={kind} size="xs" variant="outline" minH={{ base: '44px', md: '30px' }} onClick={() => add(kind)}>
            + {midway(PART_MODELS[kind].name)}
          </Button>
        ))}
      </Flex>
      <LowCeilingFields session={session} />
    </Box>
  );
}

function PartFields({ session, part }: { session: Session; part: WallPart }) {
  const edit = (change: Partial<WallPart>): void => void runCommand(placeWallPart({ ...part, ...change }));
  const length = lengthOf(session, part.wall);
  const { heightM } = session.room;
  return (
    <Grid templateColumns="repeat(2, 1fr)" gap="2" p="1">
      <Choice label={sayRoom('wall')} value={part.wall} options={WALL_OPTIONS} onChange={(wall) => edit({ wall: wall as Wall })} />
      <Metres
        session={session}
        label={BEGINS[part.wall]}
        valueM={part.fromM}
        lowM={0}
        highM={Math.max(0, length - 0.05)}
        onCommit={(fromM) => edit({ fromM })}
      />
      <Metres
        session={session}
        label={sayRoom('part-wide')}
        valueM={part.widthM}
        lowM={0.05}
        highM={length}
        onCommit={(widthM) => edit({ widthM })}
      />
      <Metres
        session={session}
        label={sayRoom('part-high')}
        valueM={part.heightM}
        lowM={0.05}
        highM={heightM}
        onCommit={(high) => edit({ heightM: high })}
      />
      <Metres
        session={session}
        label={sayRoom('over-the-floor')}
        valueM={part.bottomM}
        lowM={0}
        highM={heightM}
        onCommit={(bottomM) => edit({ bottomM })}
      />
    </Grid>
  );
}

function LowCeilingFields({ session }: { session: Session }) {
  const { lowCeiling: low, heightM } = session.room;
  const edit = (change: Partial<LowCeiling>): void => void (low && runCommand(lowerCeiling({ ...low, ...change })));
  const put = (wall: Wall): LowCeiling => ({
    along: wall,
    reachM: low?.reachM ?? lengthOf(session, wall === 'left wall' || wall === 'right wall' ? 'back wall' : 'left wall') / 2,
    heightM: low?.heightM ?? Math.max(0.5, heightM - 0.5),
  });
  return (
    <Box mt="3">
      <Choice
        label={sayRoom('ceiling-lower-along')}
        value={low?.along ?? ''}
        options={[{ value: '', text: sayRoom('no-wall-one-height') }, ...WALL_OPTIONS]}
        onChange={(wall) => runCommand(lowerCeiling(wall ? put(wall as Wall) : null))}
      />
      {low && (
        <Grid templateColumns="repeat(2, 1fr)" gap="2" mt="2">
          <Metres
            session={session}
            label={sayRoom('low-part-reaches')}
            valueM={low.reachM}
            lowM={0.1}
            highM={60}
            onCommit={(reachM) => edit({ reachM })}
          />
          <Metres
            session={session}
            label={sayRoom('low-part-high')}
            valueM={low.heightM}
            lowM={0.5}
            highM={heightM}
            onCommit={(high) => edit({ heightM: high })}
          />
        </Grid>
      )}
      <Box fontSize="sm" color="quiet" mt="1">
        {sayRoom('a-slope-is-told-as-a')}
      </Box>
    </Box>
  );
}
