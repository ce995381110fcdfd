import { Box, Button, Flex, Grid } from '@chakra-ui/react';
import type { ArrivalTable } from '../../../core/arrivals';
import {
  addFurnishing,
  aimByAngles,
  anglesOf,
  type Command,
  editMicrophone,
  type HeldString,
  invertingInputOf,
  moveMicrophone,
  type PlacedMicrophone,
  pairOf,
  removeFurnishing,
  removeMicrophones,
  type Session,
} from '../../../core/document';
import type { ModelId } from '../../../core/ids';
import { geometryOf } from '../../../core/instruments';
import { distance, subtract } from '../../../core/math';
import { isDirect, PATTERN_NAMES, ridesAlong } from '../../../core/microphones';
import { addShootOut, duplicateMicrophone, freeModels, shootOutModels } from '../../../core/planning';
import { formatLength, formatNumber, shownUnits } from '../../../core/units';
import { sayFloor } from '../../../words/floor.page.en';
import { Choice } from '../../components/Choice';
import { Help } from '../../components/Help';
import { NameField } from '../../components/NameField';
import { NumberField } from '../../components/NumberField';
import { newId } from '../../components/newId';
import { Toggle } from '../../components/Toggle';
import { runCommand } from '../../stores/sessionStore';
import { choosePair, putDown } from '../../stores/viewStore';
import { BalancePanel } from './BalancePanel';
import { EvennessLine } from './EvennessLine';
import { LowCutWords, Numbers } from './Figures';
import { furnishingFor } from './FurnishingPanel';
import { DeadSideButton } from './LeakStrip';
import { StandPanel } from './StandPanel';

/** The string to hold: from the shown source's nearest mark. */
function nearestString(session: Session, table: ArrivalTable, placed: PlacedMicrophone, source: number): HeldString | null {
  const shown = table.plan.sources[source];
  const instrument = session.instruments.find((candidate) => candidate.id === shown?.instrumentId);
  if (!shown || !instrument) return null;
  const from = shown.sides[0].positionM;
  const [mark] = [...geometryOf(instrument).marks].sort((a, b) => distance(a.positionM, from) - distance(b.positionM, from));
  return mark ? { instrumentId: instrument.id, markId: mark.id, lengthM: distance(mark.positionM, placed.positionM) } : null;
}

/** Everything about the chosen microphone that can be set by number or switch. */
export function SelectionPanel({
  session,
  table,
  placed,
  source,
}: {
  session: Session;
  table: ArrivalTable;
  placed: PlacedMicrophone;
  source: number;
}) {
  const model = session.shelf.microphones.find((candidate) => candidate.id === placed.modelId);
  const canAdd = freeModels(session).length > 0;
  const others = shootOutModels(session, placed.id);
  const { unit, per: perM } = shownUnits(session.units).place;
  const switched = invertingInputOf(session, placed.id);
  const edit = (change: Partial<PlacedMicrophone>): void => void runCommand(editMicrophone(placed.id, change));
  const axes = [
    [sayFloor('across'), 'x', session.room.widthM],
    [sayFloor('deep'), 'y', session.room.depthM],
    [sayFloor('high'), 'z', session.room.heightM],
  ] as const;
  const look = anglesOf(subtract(placed.aimM, placed.positionM));
  const direct = model !== undefined && isDirect(model.kind);
  const pair = pairOf(session, placed.id);
  const collar = session.furnishings.find(({ microphoneId }) => microphoneId === placed.id);
  const swapModel = (modelId: ModelId): Command => {
    const next = session.shelf.microphones.find((candidate) => candidate.id === modelId);
    const pattern = next?.patterns.includes(placed.pattern) ? placed.pattern : (next?.patterns[0] ?? placed.pattern);
    return editMicrophone(placed.id, { modelId, pattern, padOn: placed.padOn && (next?.padDb ?? 0) > 0 });
  };
  return (
    <Box>
      <Flex justify="space-between" align="baseline">
        <Box fontWeight="700" overflowWrap="anywhere" minW="0">
          {placed.name}
        </Box>
        <Button size="xs" variant="ghost" color="quiet" onClick={() => putDown()}>
          {sayFloor('close')}
        </Button>
      </Flex>
      {pair && (
        <Button
          size="sm"
          variant="outline"
          w="100%"
          mb="2"
          h="auto"
          py="1"
          whiteSpace="normal"
          overflowWrap="anywhere"
          minH={{ base: '44px', md: '32px' }}
          onClick={() => choosePair(pair.id)}
        >
          {sayFloor('take-as-a-pair', { pair: pair.name })}
        </Button>
      )}
      <NameField label={sayFloor('name')} value={placed.name} onCommit={(name) => edit({ name })} />
      <Choice
        label={sayFloor('microphone')}
        value={placed.modelId}
        options={session.shelf.microphones.map((candidate) => ({ value: candidate.id, text: candidate.name }))}
        onChange={(id) => runCommand(swapModel(id))}
      />
      {direct && (
        <Box mt="2" fontSize="sm">
          {sayFloor('plugged-in-it-hears-its-instrument', { connector: model?.connector === 'Hi-Z' ? 'yes' : 'no' })}
        </Box>
      )}
      <Grid templateColumns="repeat(3, 1fr)" gap="2" mt="2" display={direct ? 'none' : 'grid'}>
        {axes.map(([label, axis, size]) => (
          <NumberField
            key={axis}
            label={label}
            unit={unit}
            value={placed.positionM[axis] * perM}
            low={0}
            high={Number((size * perM).toFixed(1))}
            onCommit={(value) => runCommand(moveMicrophone(placed.id, { ...placed.positionM, [axis]: value / perM }))}
          />
        ))}
        <NumberField
          label={sayFloor('turned')}
          unit="°"
          digits={0}
          value={look.turnDeg}
          low={-180}
          high={180}
          onCommit={(turnDeg) => runCommand(aimByAngles(placed.id, { ...look, turnDeg }))}
        />
        <NumberField
          label={sayFloor('tilted')}
          unit="°"
          digits={0}
          value={look.tiltDeg}
          low={-90}
          high={90}
          onCommit={(tiltDeg) => runCommand(aimByAngles(placed.id, { ...look, tiltDeg }))}
        />
      </Grid>
      {model && model.patterns.length > 1 && (
        <Box mt="2">
          <Choice
            label={sayFloor('pattern')}
            value={placed.pattern}
            options={PATTERN_NAMES.filter((name) => model.patterns.includes(name)).map((name) => ({ value: name, text: name.replaceAll('-', ' ') }))}
            onChange={(value) => edit({ pattern: value as PlacedMicrophone['pattern'] })}
          />
        </Box>
      )}
      <Flex gap="2" mt="3" wrap="wrap">
        {switched !== undefined && (
          <Toggle
            label={sayFloor('inverted-at-input', { switched })}
            on={placed.inputInverted === true}
            onToggle={() => edit({ inputInverted: placed.inputInverted !== true })}
          />
        )}
        <Toggle label={sayFloor('inverted-in-the-mix')} on={placed.flipped} onToggle={() => edit({ flipped: !placed.flipped })} />
        <Help term="polarity" />
        {model && model.padDb > 0 && (
          <Toggle label={sayFloor('pad-db', { pad: model.padDb })} on={placed.padOn} onToggle={() => edit({ padOn: !placed.padOn })} />
        )}
        {model?.lowCutHz !== undefined && (
          <Toggle
            label={sayFloor('low-cut-hz', { lowCut: formatNumber(model.lowCutHz, 0) })}
            on={placed.lowCut === true}
            onToggle={() => edit({ lowCut: placed.lowCut !== true })}
          />
        )}
        {!direct && <Toggle label={sayFloor('locked')} on={placed.locked} onToggle={() => edit({ locked: !placed.locked })} />}
        {model && !ridesAlong(model.kind) && (
          <Toggle
            label={sayFloor('foam-collar')}
            on={collar !== undefined}
            onToggle={() => runCommand(collar ? removeFurnishing(collar.id) : addFurnishing(furnishingFor(session, 'collar', placed.id)))}
          />
        )}
        {!direct && (
          <Toggle
            label={
              placed.heldString
                ? sayFloor('string-held-at', { length: formatLength(placed.heldString.lengthM, session.units) })
                : sayFloor('hold-its-string')
            }
            on={placed.heldString !== null}
            onToggle={() => edit({ heldString: placed.heldString ? null : nearestString(session, table, placed, source) })}
          />
        )}
      </Flex>
      <LowCutWords table={table} placed={placed} />
      {placed.alignSamples !== 0 && (
        <Flex mt="2" align="center" gap="2" fontSize="sm">
          <Box className="measure">{sayFloor('in-the-mix-samples', { alignSamples: formatNumber(placed.alignSamples, 0) })}</Box>
          <Button size="xs" variant="outline" onClick={() => edit({ alignSamples: 0 })}>
            {sayFloor('clear')}
          </Button>
        </Flex>
      )}
      {!direct && <StandPanel session={session} table={table} placed={placed} />}
      <Numbers session={session} table={table} placed={placed} source={source} />
      <EvennessLine session={session} table={table} placed={placed} source={source} />
      {placed.target && (
        <Flex mt="2" align="center" justify="space-between" fontSize="sm" gap="2">
          <Box color="quiet">{sayFloor('leak')}</Box>
          <DeadSideButton table={table} id={placed.id} />
        </Flex>
      )}
      <BalancePanel session={session} table={table} placed={placed} />
      <Flex mt="3" gap="2" wrap="wrap">
        <Button
          size="sm"
          minH={{ base: '44px', md: '32px' }}
          variant="outline"
          disabled={!canAdd}
          onClick={() => runCommand(duplicateMicrophone(placed.id, newId))}
        >
          {sayFloor('duplicate')}
        </Button>
        {others.length > 0 && !direct && (
          <Button
            size="sm"
            minH={{ base: '44px', md: '32px' }}
            variant="outline"
            title={sayFloor('stands-beside', { kinds: others.map(({ name }) => name).join(', ') })}
            onClick={() => runCommand(addShootOut(placed.id, newId))}
          >
            {sayFloor('compare-kinds-here')}
          </Button>
        )}
        <Button
          size="sm"
          minH={{ base: '44px', md: '32px' }}
          variant="outline"
          onClick={() => {
            runCommand(removeMicrophones([placed.id]));
            putDown();
          }}
        >
          {sayFloor('take-it-away')}
        </Button>
      </Flex>
    </Box>
  );
}
