import { Box, Button, Flex, Grid } from '@chakra-ui/react';
import { useState } from 'react';
import { Link } from 'react-router';
import { changeVariant, editInstrument, moveInstrument, removeInstrument, type Session, turnHanded } from '../../../core/document';
import { choiceOf, familyOf, type Instrument } from '../../../core/instruments';
import { ownSetupFrom, placeSetup, putUpSetup } from '../../../core/planning';
import { formatNumber, inUnits, shownUnits } from '../../../core/units';
import { sayFloor } from '../../../words/floor.page.en';
import { Choice } from '../../components/Choice';
import { NameField } from '../../components/NameField';
import { NumberField } from '../../components/NumberField';
import { newId } from '../../components/newId';
import { readProblem } from '../../db/database';
import { listSessions } from '../../db/sessions';
import { runCommand } from '../../stores/sessionStore';
import { chooseInstrument } from '../../stores/viewStore';
import { KitPieces } from './KitPieces';
import { Levels } from './Levels';
import { SaveSetup } from './SaveSetup';

/** Whether such an instrument is built or set up for the left hand at all. */
const isBuiltHanded = ({ kind }: Instrument): boolean =>
  ['Drums', 'Guitar and voice', 'Percussion'].includes(familyOf(kind).group) && kind !== 'voice';

/** Everything about one instrument: size, build, place, turn, its set-up. */
export function EditInstrument({ session, instrument }: { session: Session; instrument: Instrument }) {
  const family = familyOf(instrument.kind);
  const edit = (change: Partial<Instrument>): void => void runCommand(editInstrument(instrument.id, change));
  const { unit, per: perM } = shownUnits(session.units).place;
  const { positionM, rotationDeg } = instrument;
  const place = (change: { x?: number; y?: number; rotationDeg?: number }): void =>
    void runCommand(moveInstrument(instrument.id, { x: change.x ?? positionM.x, y: change.y ?? positionM.y }, change.rotationDeg ?? rotationDeg));
  const setVariant = (variant: string): void => {
    const name =
      instrument.name === family.variants[instrument.variant]?.name ? (family.variants[variant]?.name ?? instrument.name) : instrument.name;
    runCommand(changeVariant(instrument.id, variant, name));
  };
  return (
    <Box>
      <Flex justify="space-between" align="baseline">
        <Box fontWeight="700">{family.name}</Box>
        <Button size="xs" variant="ghost" color="quiet" onClick={() => chooseInstrument(null)}>
          {sayFloor('close')}
        </Button>
      </Flex>
      <NameField label={sayFloor('name')} value={instrument.name} onCommit={(name) => edit({ name })} />
      <Grid templateColumns="1fr 1fr" gap="2" mt="2">
        <Choice
          label={sayFloor('size-or-build')}
          value={instrument.variant}
          options={Object.entries(family.variants).map(([value, { name }]) => ({ value, text: name }))}
          onChange={setVariant}
        />
        {(isBuiltHanded(instrument) || instrument.mirrored) && (
          <Choice
            label={sayFloor('handed')}
            value={instrument.mirrored ? 'left' : 'right'}
            options={[
              { value: 'right', text: sayFloor('right-handed') },
              { value: 'left', text: sayFloor('left-handed') },
            ]}
            onChange={(value) => runCommand(turnHanded(instrument.id, value === 'left'))}
          />
        )}
        {family.choices
          .filter(({ when }) => !when || instrument.choices?.[when.choice] === when.value)
          .map((choice) => (
            <Choice
              key={choice.id}
              label={choice.name}
              value={choiceOf(instrument, choice)}
              options={choice.options}
              onChange={(value) => edit({ choices: { ...instrument.choices, [choice.id]: value } })}
            />
          ))}
      </Grid>
      <Grid templateColumns="repeat(3, 1fr)" gap="2" mt="2">
        <NumberField
          label={sayFloor('across')}
          unit={unit}
          value={positionM.x * perM}
          low={0}
          high={Number((session.room.widthM * perM).toFixed(1))}
          onCommit={(value) => place({ x: value / perM })}
        />
        <NumberField
          label={sayFloor('deep')}
          unit={unit}
          value={positionM.y * perM}
          low={0}
          high={Number((session.room.depthM * perM).toFixed(1))}
          onCommit={(value) => place({ y: value / perM })}
        />
        <NumberField
          label={sayFloor('turned')}
          unit="°"
          digits={0}
          value={rotationDeg}
          low={-360}
          high={360}
          onCommit={(value) => place({ rotationDeg: value })}
        />
      </Grid>
      <Box fontSize="sm" color="quiet" mt="2">
        {sayFloor('its-microphones-go-along-when-it', { inUnits: inUnits(family.variants[instrument.variant]?.basis ?? '', session.units) })}
        {instrument.mirrored && sayFloor('left-and-right-are-the-players')}
        {sayFloor('turned-2', { rotation: formatNumber(rotationDeg, 0) })}
      </Box>
      <Flex gap="2" mt="3" wrap="wrap">
        <Button asChild size="sm" minH="44px" bg="tapeFill" color="#12181b">
          <Link to={`../setups?for=${instrument.id}`} relative="path">
            {sayFloor('choose-a-set-up')}
          </Link>
        </Button>
        <Button
          size="sm"
          minH="44px"
          variant="outline"
          onClick={() => {
            runCommand(removeInstrument(instrument.id));
            chooseInstrument(null);
          }}
        >
          {sayFloor('take-it-away')}
        </Button>
      </Flex>
      <Levels session={session} instrument={instrument} />
      <SaveSetup session={session} instrument={instrument} />
      <CopyFrom session={session} instrument={instrument} />
      {instrument.kind === 'drum-kit' && <KitPieces instrument={instrument} units={session.units} />}
    </Box>
  );
}

/** Microphones round the same kind of instrument in another session, put up here. */
function CopyFrom({ session, instrument }: { session: Session; instrument: Instrument }) {
  const [others, setOthers] = useState<readonly Session[] | null>(null);
  const [told, setTold] = useState<string | null>(null);
  const look = (): void =>
    void listSessions()
      .then((all) => {
        const sessions = all.flatMap((stored) => (stored.kind === 'session' ? [stored.session] : []));
        setOthers(
          sessions.filter(
            (other) => other.id !== session.id && other.instruments.some((i) => i.kind === instrument.kind) && other.microphones.length > 0,
          ),
        );
      })
      .catch((error) => setTold(readProblem(error)));
  const copy = (id: string): void => {
    const other = others?.find((candidate) => candidate.id === id);
    const twin = other?.instruments.find((candidate) => candidate.kind === instrument.kind);
    const recipe = other && twin && ownSetupFrom(other, twin.id, newId(), other.name);
    if (!recipe) return;
    const here = { ...recipe, variants: [instrument.variant] };
    const { missing } = placeSetup(session, here, instrument.id, newId);
    runCommand(putUpSetup(here, instrument.id, newId));
    setTold(
      missing.length ? sayFloor('not-placed-no-free-microphone-or', { missing: missing.join(', ') }) : sayFloor('copied-from', { other: other.name }),
    );
  };
  if (!others)
    return (
      <Button size="sm" variant="ghost" color="quiet" px="0" mt="2" minH={{ base: '44px', md: '32px' }} onClick={look}>
        {sayFloor('copy-microphones-from-another-session')}
      </Button>
    );
  return (
    <Box mt="2">
      {others.length === 0 ? (
        <Box fontSize="sm" color="quiet">
          {sayFloor('no-other-session-has-microphones-round')}
        </Box>
      ) : (
        <Choice
          label={sayFloor('copy-microphones-from')}
          value=""
          options={[{ value: '', text: sayFloor('choose-a-session') }, ...others.map((other) => ({ value: other.id, text: other.name }))]}
          onChange={copy}
        />
      )}
      {told && (
        <Box role="status" fontSize="sm">
          {told}
        </Box>
      )}
    </Box>
  );
}
