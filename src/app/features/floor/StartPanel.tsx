import { Box, Button } from '@chakra-ui/react';
import { useState } from 'react';
import { KIT_VARIANTS } from '../../../core/instruments';
import { addInstrument, placeSetup, type Session } from '../../../core/session';
import { RECIPES } from '../../../core/setups';
import { Choice } from '../../components/Choice';
import { runCommand } from '../../stores/sessionStore';

const newId = (): string => crypto.randomUUID();

/** An empty room: put a kit in it. */
export function KitPanel({ session }: { session: Session }) {
  const [variant, setVariant] = useState('four-piece');
  const add = (): void =>
    runCommand(
      addInstrument({
        id: newId(),
        kind: 'drum-kit',
        variant,
        name: KIT_VARIANTS[variant]?.name ?? 'Kit',
        positionM: { x: session.room.widthM / 2, y: session.room.depthM * 0.45 },
        rotationDeg: 0,
        mirrored: false,
      }),
    );
  return (
    <Box py="3">
      <Box mb="2">The room is empty. Put the kit in it, off the walls.</Box>
      <Choice
        label="Kit"
        value={variant}
        options={Object.entries(KIT_VARIANTS).map(([value, kit]) => ({ value, text: kit.name }))}
        onChange={setVariant}
      />
      <Button mt="3" size="sm" minH="44px" bg="tapeFill" color="#12181b" onClick={add}>
        Put it in the room
      </Button>
    </Box>
  );
}

/** A kit without microphones: choose the set-up. */
export function SetupPanel({ session }: { session: Session }) {
  const [missing, setMissing] = useState<readonly string[]>([]);
  const instrument = session.instruments[0];
  if (!instrument) return null;
  const place = (recipe: (typeof RECIPES)[number]): void => {
    const placed = placeSetup(session, recipe, instrument.id, newId);
    setMissing(placed.missing);
    if (placed.session !== session) runCommand(() => placed.session);
  };
  return (
    <Box py="3">
      <Box mb="2">No microphones yet. Place a set-up; every distance follows from the kit’s own sizes.</Box>
      {RECIPES.map((recipe) => (
        <Box key={recipe.id} borderWidth="1px" borderColor="line" p="3" mb="2">
          <Box fontWeight="700">{recipe.name}</Box>
          <Box fontSize="sm" color="quiet" mt="1">
            {recipe.gives} {recipe.costs}
          </Box>
          <Box fontSize="sm" mt="1">
            Listen for: {recipe.listenFor}
          </Box>
          <Button mt="2" size="sm" minH="44px" bg="tapeFill" color="#12181b" onClick={() => place(recipe)}>
            Place {recipe.microphones.length} microphones
          </Button>
        </Box>
      ))}
      {missing.length > 0 && (
        <Box role="alert" color="improve" fontSize="sm">
          Not placed, because the shelf has no free microphone for it: {missing.join(', ')}. Add one on the shelf and place the set-up again.
        </Box>
      )}
    </Box>
  );
}
