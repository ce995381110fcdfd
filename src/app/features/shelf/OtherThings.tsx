import { Box, Button, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { dropGear, putCable, putOutboard, putStand, type Session, type Shelf } from '../../../core/document';
import { exportSetup } from '../../../core/exchange';
import { familyOf } from '../../../core/instruments';
import { CABLE_CATALOGUE, cableTitle, OUTBOARD_CATALOGUE, type Outboard as OutboardItem } from '../../../core/patch';
import { STAND_CATALOGUE, type StandModel } from '../../../core/stands';
import { asMidway, formatNumber, formatReach, shownUnits, type UnitSystem } from '../../../core/units';
import { sayShelf } from '../../../words/shelf.page.en';
import { Choice } from '../../components/Choice';
import { download, fileName } from '../../components/download';
import { useViewStore } from '../../stores/viewStore';
import { ShelfLine } from './ShelfLine';
import { StandForm } from './StandForm';

interface Props {
  readonly shelf: Shelf;
  readonly session: Session | null;
  readonly onChange: (words: string, change: (shelf: Shelf) => Shelf) => void;
  readonly onNote: (note: string) => void;
}

function factsOf(stand: StandModel, units: UnitSystem): string {
  const { unit, per } = shownUnits(units).load;
  return [
    sayShelf('to', { minHeight: formatReach(stand.minHeightM, units), maxHeight: formatReach(stand.maxHeightM, units) }),
    stand.reachM > 0 ? sayShelf('boom', { reach: formatReach(stand.reachM, units) }) : sayShelf('no-boom'),
    sayShelf('holds', { maxMomentKg: formatNumber(stand.maxMomentKgM * per, 2), unit }),
  ].join('; ');
}

/** Stands: how high, how far, how much they hold. */
export function Stands({ shelf, session, onChange, onNote }: Props) {
  const preferred = useViewStore((state) => state.units);
  const units = session?.units ?? preferred;
  const [editing, setEditing] = useState<string | null>(null);
  const add = (id: string): void => {
    const found = STAND_CATALOGUE.find((stand) => stand.id === id);
    if (!found) return;
    // One more of a kind that is there; the first of one that is not.
    const own = shelf.stands.find((one) => one.id === id);
    const stand = own ? { ...own, count: Math.min(99, own.count + 1) } : { ...found, count: 1 };
    onChange(sayShelf('add', { stand: stand.name }), (now) => putStand(now, stand));
    setEditing(stand.id);
  };
  const drop = (stand: StandModel): void => {
    if (session?.microphones.some((placed) => placed.stand?.modelId === stand.id))
      onNote(sayShelf('a-microphone-stands-on-the-give', { stand: asMidway(stand.name) }));
    else onChange(sayShelf('take-off', { stand: stand.name }), (now) => dropGear(now, 'stands', stand.id));
  };
  return (
    <>
      <Flex align="end" justify="space-between" gap="3" wrap="wrap" mt="8">
        <Box as="h2" fontSize="lg" fontWeight="700">
          {sayShelf('stands')}
        </Box>
        <Choice
          label={sayShelf('add-a-stand-from-the-catalogue')}
          value=""
          options={[{ value: '', text: sayShelf('choose-a-kind') }, ...STAND_CATALOGUE.map(({ id, name }) => ({ value: id, text: name }))]}
          onChange={add}
        />
      </Flex>
      <Box as="ul" m="0" p="0" mt="2" aria-label={sayShelf('stands')}>
        {shelf.stands.map((stand) => (
          <Box as="li" key={stand.id} listStyleType="none" borderTopWidth="1px" borderColor="line" py="3">
            {editing === stand.id ? (
              <StandForm
                stand={stand}
                units={units}
                onCancel={() => setEditing(null)}
                onSave={(saved) => {
                  onChange(sayShelf('change', { saved: saved.name }), (now) => putStand(now, saved));
                  setEditing(null);
                }}
              />
            ) : (
              <ShelfLine
                lead={`${stand.count}×`}
                name={stand.name}
                facts={factsOf(stand, units)}
                onEdit={() => setEditing(stand.id)}
                onDrop={() => drop(stand)}
              />
            )}
          </Box>
        ))}
      </Box>
    </>
  );
}

interface CountedItem {
  readonly id: string;
  readonly name: string;
  readonly count: number;
}

interface CountedProps<T extends CountedItem> {
  readonly title: string;
  readonly addLabel: string;
  readonly items: readonly T[];
  readonly catalogue: readonly T[];
  readonly titleOf?: (item: T) => string;
  readonly factsOf: (item: T) => string;
  readonly onPut: (words: string, item: T) => void;
  readonly onDrop: (item: T) => void;
}

/** Things of which only the number is one's own. */
function CountedThings<T extends CountedItem>({
  title,
  addLabel,
  items,
  catalogue,
  titleOf = ({ name }) => name,
  factsOf: facts,
  onPut,
  onDrop,
}: CountedProps<T>) {
  return (
    <>
      <Flex align="end" justify="space-between" gap="3" wrap="wrap" mt="8">
        <Box as="h2" fontSize="lg" fontWeight="700">
          {title}
        </Box>
        <Choice
          label={addLabel}
          value=""
          options={[
            { value: '', text: sayShelf('choose-a-kind') },
            ...catalogue.filter(({ id }) => !items.some((own) => own.id === id)).map((one) => ({ value: one.id, text: titleOf(one) })),
          ]}
          onChange={(id) => {
            const found = catalogue.find((one) => one.id === id);
            if (found) onPut(sayShelf('add-2', { found: found.name }), found);
          }}
        />
      </Flex>
      <Box as="ul" m="0" p="0" mt="2" aria-label={title}>
        {items.map((item) => (
          <Box as="li" key={item.id} listStyleType="none" borderTopWidth="1px" borderColor="line" py="3">
            <ShelfLine lead={`${item.count}×`} name={titleOf(item)} facts={facts(item)} onDrop={() => onDrop(item)}>
              <Button
                size="sm"
                minH="44px"
                variant="outline"
                disabled={item.count < 2}
                aria-label={sayShelf('one-less', { titleOf: titleOf(item) })}
                onClick={() => onPut(sayShelf('one-less-2', { item: item.name }), { ...item, count: item.count - 1 })}
              >
                −1
              </Button>
              <Button
                size="sm"
                minH="44px"
                variant="outline"
                disabled={item.count > 98}
                aria-label={sayShelf('one-more', { titleOf: titleOf(item) })}
                onClick={() => onPut(sayShelf('one-more-2', { item: item.name }), { ...item, count: item.count + 1 })}
              >
                +1
              </Button>
            </ShelfLine>
          </Box>
        ))}
      </Box>
    </>
  );
}

function outboardFacts({ kind, gainMinDb, gainMaxDb, needsPower, blocksPower, givesPower, takes, gives, lowCutHz }: OutboardItem): string {
  const gain =
    gainMinDb === gainMaxDb
      ? gainMinDb === 0
        ? null
        : `${gainMinDb > 0 ? '+' : '−'}${Math.abs(gainMinDb)} dB`
      : sayShelf('to-db', { gainMin: gainMinDb, gainMax: gainMaxDb });
  return [
    kind,
    ...(gain ? [gain] : []),
    sayShelf('to-2', { takes: takes.join(` ${sayShelf('or')} `), gives }),
    ...(lowCutHz === undefined ? [] : [sayShelf('low-cut-hz', { lowCut: lowCutHz })]),
    givesPower
      ? sayShelf('gives-phantom-power')
      : needsPower
        ? sayShelf('lives-on-phantom-power-and-lets')
        : blocksPower
          ? sayShelf('lets-no-phantom-power-through')
          : kind === 'splitter'
            ? sayShelf('lets-phantom-power-through-its-first')
            : sayShelf('lets-phantom-power-through'),
  ].join('; ');
}

/** What can stand between a microphone and its input. */
export function Between({ shelf, onChange }: Pick<Props, 'shelf' | 'onChange'>) {
  return (
    <CountedThings
      title={sayShelf('between-microphone-and-input')}
      addLabel={sayShelf('add-between')}
      items={shelf.outboard ?? []}
      catalogue={OUTBOARD_CATALOGUE}
      factsOf={outboardFacts}
      onPut={(words, item) => onChange(words, (now) => putOutboard(now, item))}
      onDrop={(item) => onChange(sayShelf('take-off-2', { item: item.name }), (now) => dropGear(now, 'outboard', item.id))}
    />
  );
}

/** Cables by length. */
export function Cables({ shelf, session, onChange }: Pick<Props, 'shelf' | 'session' | 'onChange'>) {
  const preferred = useViewStore((state) => state.units);
  const units = session?.units ?? preferred;
  return (
    <CountedThings
      title={sayShelf('cables')}
      addLabel={sayShelf('add-a-cable')}
      items={shelf.cables ?? []}
      catalogue={CABLE_CATALOGUE}
      titleOf={(cable) => cableTitle(cable, units)}
      factsOf={({ plug }) => sayShelf('at-the-microphone', { plug })}
      onPut={(words, item) => onChange(words, (now) => putCable(now, item))}
      onDrop={(item) => onChange(sayShelf('take-off-2', { item: item.name }), (now) => dropGear(now, 'cables', item.id))}
    />
  );
}

/** Set-ups of one's own: to share as a file, or to forget. */
export function OwnSetups({ shelf, onChange }: Pick<Props, 'shelf' | 'onChange'>) {
  return (
    <>
      <Box as="h2" fontSize="lg" fontWeight="700" mt="8">
        {sayShelf('set-ups-of-your-own')}
      </Box>
      {shelf.setups.length === 0 && (
        <Box color="quiet" py="2">
          {sayShelf('none-yet-choose-an-instrument-on')}
        </Box>
      )}
      <Box as="ul" m="0" p="0" mt="2" aria-label={sayShelf('set-ups-of-your-own')}>
        {shelf.setups.map((setup) => (
          <Box as="li" key={setup.id} listStyleType="none" borderTopWidth="1px" borderColor="line" py="3">
            <ShelfLine
              lead={`${setup.microphones.length}×`}
              name={setup.name}
              facts={familyOf(setup.instrument).name}
              onDrop={() => onChange(sayShelf('take-off-3', { setup: setup.name }), (now) => dropGear(now, 'setups', setup.id))}
            >
              <Button
                size="sm"
                minH="44px"
                variant="outline"
                aria-label={sayShelf('export', { setup: setup.name })}
                onClick={() => download(fileName(setup.name, 'json'), exportSetup(setup), 'application/json')}
              >
                {sayShelf('export-2')}
              </Button>
            </ShelfLine>
          </Box>
        ))}
      </Box>
    </>
  );
}
