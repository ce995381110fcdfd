import { Box, Button, Flex, Grid } from '@chakra-ui/react';
import { addFurnishing, editFurnishing, nameSurface, removeFurnishing, type Session } from '../../../core/document';
import {
  cautionOf,
  type Furnishing,
  isScreen,
  modelOfFurnishing,
  newFurnishing,
  SOFT_KINDS,
  SOFT_MODELS,
  type SoftKind,
} from '../../../core/furnishings';
import { MATERIAL_IDS, type MaterialId, materialOf, SURFACES } from '../../../core/room';
import { shownUnits } from '../../../core/units';
import { furnishingUse, sayTold } from '../../../words';
import { midway } from '../../../words/midway';
import { sayRoom } from '../../../words/room.page.en';
import { term } from '../../../words/term';
import { Choice } from '../../components/Choice';
import { NumberField } from '../../components/NumberField';
import { newId } from '../../components/newId';
import { runCommand } from '../../stores/sessionStore';
import { chooseFurnishing, useViewStore } from '../../stores/viewStore';
import { Row } from './Row';

const OPTIONS = [{ value: '', text: sayRoom('as-the-room') }, ...MATERIAL_IDS.map((id) => ({ value: id, text: term(materialOf(id).name) }))];

/** What each surface is made of. */
export function SurfacesPanel({ session }: { session: Session }) {
  return (
    <Box>
      <Box fontWeight="700" mb="1">
        {sayRoom('surfaces')}
      </Box>
      <Grid templateColumns="repeat(2, 1fr)" gap="2">
        {SURFACES.map((surface) => (
          <Choice
            key={surface}
            label={surface[0]?.toUpperCase() + surface.slice(1)}
            value={session.room.surfaces?.[surface] ?? ''}
            options={OPTIONS}
            onChange={(value) => runCommand(nameSurface(surface, (value || null) as MaterialId | null))}
          />
        ))}
      </Grid>
    </Box>
  );
}

/** Where a new thing of a kind goes: a rug under the first instrument, a trap into a corner, the rest to the back wall. */
function placeFor(session: Session, kind: SoftKind): { x: number; y: number; rotationDeg: number } {
  const { widthM, depthM } = session.room;
  const { thickM } = modelOfFurnishing(kind);
  const first = session.instruments[0]?.positionM;
  if (kind === 'rug') return { ...(first ?? { x: widthM / 2, y: depthM / 2 }), rotationDeg: 0 };
  if (kind === 'trap') return { x: 0.3, y: depthM - 0.3, rotationDeg: 0 };
  return { x: widthM / 2, y: thickM / 2 + 0.05, rotationDeg: 0 };
}

/** How thick a hung thing is and how far off its wall: the deeper, the lower it works. */
function Depth({ session, thing }: { session: Session; thing: Furnishing }) {
  const usual = isScreen(thing.kind) ? null : SOFT_MODELS[thing.kind].usual;
  if (!usual) return null;
  const { unit, per } = shownUnits(session.units).place;
  return (
    <Grid templateColumns="repeat(2, 1fr)" gap="2" mt="1">
      <NumberField
        label={sayRoom('layer')}
        unit={unit}
        value={(thing.layerM ?? usual.layerM) * per}
        low={Number((0.005 * per).toFixed(2))}
        high={Math.round(0.5 * per)}
        onCommit={(value) => runCommand(editFurnishing(thing.id, { layerM: value / per }))}
      />
      <NumberField
        label={sayRoom('air-behind')}
        unit={unit}
        value={(thing.airM ?? usual.airM) * per}
        low={0}
        high={Math.round(per)}
        onCommit={(value) => runCommand(editFurnishing(thing.id, { airM: value / per }))}
      />
    </Grid>
  );
}

/** Soft things with places: they take sound up. */
export function FurniturePanel({ session }: { session: Session }) {
  const chosen = useViewStore(({ selection }) => (selection?.of === 'furnishing' ? selection.id : null));
  const add = (kind: SoftKind): void => {
    const { x, y, rotationDeg } = placeFor(session, kind);
    const id = newId();
    runCommand(addFurnishing(newFurnishing(kind, { id, positionM: { x, y }, rotationDeg }, session.furnishings, session.room.heightM)));
    chooseFurnishing(id);
  };
  const standing = session.furnishings.filter(({ kind }) => !isScreen(kind));
  return (
    <Box>
      <Box fontWeight="700" mb="1">
        {sayRoom('soft-things')}
      </Box>
      <Box as="ul" m="0" p="0" aria-label={sayRoom('soft-things')}>
        {standing.map((thing) => (
          <Row
            key={thing.id}
            name={thing.name}
            isChosen={thing.id === chosen}
            onChoose={() => chooseFurnishing(thing.id)}
            awayLabel={sayRoom('take-away', { thing: thing.name })}
            onAway={() => runCommand(removeFurnishing(thing.id))}
            more={
              <Button
                size="xs"
                variant="outline"
                minH={{ base: '44px', md: '30px' }}
                aria-label={sayRoom('turn', { thing: thing.name })}
                onClick={() => runCommand(editFurnishing(thing.id, { rotationDeg: thing.rotationDeg + 90 }))}
              >
                {sayRoom('turn-2')}
              </Button>
            }
          >
            <Box fontSize="sm" color="quiet" px="1">
              {furnishingUse(thing.kind, session.units)} {sayTold(cautionOf(thing.kind), session.units)}
              <Depth session={session} thing={thing} />
            </Box>
          </Row>
        ))}
      </Box>
      <Flex gap="1" mt="2" wrap="wrap" role="group" aria-label={sayRoom('add-a-soft-thing')}>
        {SOFT_KINDS.map((kind) => (
          <Button key={kind} size="xs" variant="outline" minH={{ base: '44px', md: '30px' }} onClick={() => add(kind)}>
            + {midway(modelOfFurnishing(kind).name)}
          </Button>
        ))}
      </Flex>
    </Box>
  );
}
