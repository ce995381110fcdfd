import { Box, Button, Flex, Grid } from '@chakra-ui/react';
import { useMemo } from 'react';
import type { ArrivalTable } from '../../../core/arrivals';
import { addFurnishing, editFurnishing, moveFurnishing, removeFurnishing, type Session } from '../../../core/document';
import { cautionOf, type Furnishing, type FurnishingKind, isScreen, newFurnishing } from '../../../core/furnishings';
import type { MicrophoneId } from '../../../core/ids';
import { asMidway, formatDb, formatNumber, shownUnits } from '../../../core/units';
import { furnishingUse, sayTold } from '../../../words';
import { sayFloor } from '../../../words/floor.page.en';
import { NameField } from '../../components/NameField';
import { NumberField } from '../../components/NumberField';
import { newId } from '../../components/newId';
import { runCommand } from '../../stores/sessionStore';
import { chooseFurnishing, chooseNothing } from '../../stores/viewStore';
import { effectOf } from './furnishingEffect';

/** One of a kind, half way between the first instrument and the right wall, or on a microphone. */
export function furnishingFor(session: Session, kind: FurnishingKind, microphoneId: MicrophoneId | null): Furnishing {
  const by = session.instruments[0]?.positionM ?? { x: session.room.widthM / 2, y: session.room.depthM / 2 };
  const positionM = microphoneId ? { x: 0, y: 0 } : { x: (by.x + session.room.widthM) / 2, y: by.y };
  return newFurnishing(kind, { id: newId(), positionM, rotationDeg: 90, microphoneId }, session.furnishings, session.room.heightM);
}

/** What stands about, and more of it. */
export function Furnishings({ session }: { session: Session }) {
  const add = (kind: FurnishingKind): void => {
    const furnishing = furnishingFor(session, kind, null);
    runCommand(addFurnishing(furnishing));
    chooseFurnishing(furnishing.id);
  };
  const standing = session.furnishings.filter(({ kind }) => kind !== 'collar' && isScreen(kind));
  return (
    <Box mt="3">
      <Box fontWeight="700" mb="1">
        {sayFloor('panels-and-blankets')}
      </Box>
      {standing.length > 0 && (
        <Flex as="ul" direction="column" m="0" p="0" aria-label={sayFloor('panels-and-blankets')}>
          {standing.map(({ id, name }) => (
            <Box as="li" key={id} listStyleType="none" borderTopWidth="1px" borderColor="line">
              <Button
                w="100%"
                justifyContent="flex-start"
                variant="ghost"
                size="sm"
                px="1"
                minH={{ base: '44px', md: '36px' }}
                onClick={() => chooseFurnishing(id)}
              >
                {name}
              </Button>
            </Box>
          ))}
        </Flex>
      )}
      <Flex gap="2" mt="2" wrap="wrap">
        {(['panel', 'blanket'] as const).map((kind) => (
          <Button key={kind} size="sm" variant="outline" minH={{ base: '44px', md: '32px' }} onClick={() => add(kind)}>
            {sayFloor('add-a', { kind })}
          </Button>
        ))}
      </Flex>
    </Box>
  );
}

/** What it does here, in words, by the plan with it and without. */
function Effect({ session, table, furnishing }: { session: Session; table: ArrivalTable; furnishing: Furnishing }) {
  const { best, decayBefore, decayAfter } = useMemo(() => effectOf(session, table, furnishing.id), [session, table, furnishing.id]);
  return (
    <Box mt="2" role="status" aria-label={sayFloor('what-does', { furnishing: furnishing.name })}>
      {best
        ? sayFloor('hears-its-own-source-gain2-further', {
            microphone: best.microphone,
            gain: formatDb(Math.abs(best.gainDb)),
            gain2: best.gainDb > 0 ? 'yes' : 'no',
            other: asMidway(best.other),
          })
        : sayFloor('no-channels-leak-changes-by-half')}{' '}
      {decayBefore - decayAfter > 0.005 && (
        <span>{sayFloor('the-room-dies-away-in-s', { decayAfter: formatNumber(decayAfter, 2), decayBefore: formatNumber(decayBefore, 2) })}</span>
      )}
    </Box>
  );
}

/** Everything about one panel or blanket, or a collar on its microphone. */
export function FurnishingPanel({ session, table, furnishing }: { session: Session; table: ArrivalTable; furnishing: Furnishing }) {
  const { unit, per: perM } = shownUnits(session.units).place;
  const caution = sayTold(cautionOf(furnishing.kind), session.units);
  const edit = (change: Partial<Furnishing>): void => void runCommand(editFurnishing(furnishing.id, change));
  const { positionM } = furnishing;
  const length = (label: string, value: number, low: number, high: number, set: (metres: number) => void) => (
    <NumberField
      label={label}
      unit={unit}
      value={value * perM}
      low={Number((low * perM).toFixed(1))}
      high={Number((high * perM).toFixed(1))}
      onCommit={(shown) => set(shown / perM)}
    />
  );
  const { room } = session;
  return (
    <Box>
      <Flex justify="space-between" align="baseline">
        <Box fontWeight="700" overflowWrap="anywhere" minW="0">
          {furnishing.name}
        </Box>
        <Button size="xs" variant="ghost" color="quiet" onClick={() => chooseNothing()}>
          {sayFloor('close')}
        </Button>
      </Flex>
      <Effect session={session} table={table} furnishing={furnishing} />
      <NameField label={sayFloor('name')} value={furnishing.name} onCommit={(name) => edit({ name })} />
      <Grid templateColumns="repeat(3, 1fr)" gap="2" mt="2">
        {length(sayFloor('across'), positionM.x, 0, room.widthM, (x) => runCommand(moveFurnishing(furnishing.id, { ...positionM, x })))}
        {length(sayFloor('deep'), positionM.y, 0, room.depthM, (y) => runCommand(moveFurnishing(furnishing.id, { ...positionM, y })))}
        <NumberField
          label={sayFloor('turned')}
          unit="°"
          digits={0}
          value={furnishing.rotationDeg}
          low={-360}
          high={360}
          onCommit={(rotationDeg) => edit({ rotationDeg })}
        />
        {length(sayFloor('wide'), furnishing.widthM, 0.1, 6, (widthM) => edit({ widthM }))}
        {length(sayFloor('tall'), furnishing.heightM, 0.1, 4, (heightM) => edit({ heightM }))}
        {length(sayFloor('bottom'), furnishing.bottomM, 0, 6, (bottomM) => edit({ bottomM }))}
      </Grid>
      <Box fontSize="sm" color="quiet" mt="2">
        {sayFloor('figures-from-memory-3-db-what', { furnishingUse: furnishingUse(furnishing.kind, session.units), caution })}
      </Box>
      <Button
        mt="3"
        size="sm"
        minH="44px"
        variant="outline"
        onClick={() => {
          runCommand(removeFurnishing(furnishing.id));
          chooseNothing();
        }}
      >
        {sayFloor('take-it-away')}
      </Button>
    </Box>
  );
}
