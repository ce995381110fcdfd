import { Box, Button, Flex } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import type { Session } from '../../../core/document';
import { familyOf, type Instrument } from '../../../core/instruments';
import { MICROPHONE_KIND_NAMES } from '../../../core/microphones';
import { tryOut } from '../../../core/planning';
import type { Recipe } from '../../../core/setups';
import { inUnits } from '../../../core/units';
import { expectation, say, sayFit, sayTold, sentence, setupTexts } from '../../../words';
import { midway } from '../../../words/midway';
import { saySetups } from '../../../words/setups.page.en';
import { Severity } from '../../components/Severity';
import { WhenSeen } from '../../components/WhenSeen';
import { StaticFace } from '../../drawing/StaticFace';
import type { Offer } from './filters';

export interface CardProps {
  readonly session: Session;
  readonly instrument: Instrument;
  readonly offer: Offer;
  readonly present: number;
  readonly compared: boolean;
  readonly onPlace: (instead: boolean) => void;
  readonly onCompare: () => void;
}

/** A set-up on its instrument, from above and from where it says most. */
function Drawn({ session, instrument, recipe }: Pick<CardProps, 'session' | 'instrument'> & { readonly recipe: Recipe }) {
  const trial = useMemo(() => tryOut({ ...session, instruments: [instrument] }, recipe, instrument.id), [session, instrument, recipe]);
  return (
    <Flex h="150px" gap="1" aria-hidden="true">
      {(['plan', familyOf(instrument.kind).group === 'Piano' ? 'side' : 'front'] as const).map((face) => (
        <Box key={face} flex="1" minW="0">
          <StaticFace session={trial.session} face={face} width={150} height={150} bare labels />
        </Box>
      ))}
    </Flex>
  );
}

/** A set-up drawn, whether it fits, and what can be done with it. */
export function Card({ session, instrument, offer, present, compared, onPlace, onCompare }: CardProps) {
  const { recipe, fit } = offer;
  const [open, setOpen] = useState(false);
  const said = (words: string): string => inUnits(words, session.units);
  const texts = setupTexts(recipe, session.units);
  return (
    <Box as="li" listStyleType="none" borderWidth="1px" borderColor={compared ? 'tape' : 'line'} bg="panel" p="3" aria-label={recipe.name}>
      <WhenSeen height="150px">{() => <Drawn session={session} instrument={instrument} recipe={recipe} />}</WhenSeen>
      <Box fontWeight="700" mt="1">
        {recipe.name}
      </Box>
      <Flex gap="2" align="center" fontSize="sm" color="quiet" wrap="wrap">
        {fit.isPatchOpen && fit.fits ? (
          <span>{saySetups('trying-inputs-and-power')}</span>
        ) : (
          <Severity severity={fit.fits ? (fit.reasons.length ? 'note' : 'fine') : 'fix'} />
        )}
        <span className="measure">{say('fits', 'needs', { microphones: fit.microphones, stands: fit.stands }, session.units)}</span>
      </Flex>
      {offer.because && offer.because.length > 0 && (
        <Box fontSize="sm" color="quiet">
          {sentence(offer.because.map((one) => sayTold(one, session.units)))}
        </Box>
      )}
      {fit.reasons
        .map((reason) => sayFit(reason, session.units))
        .map((words) => (
          <Box key={words} fontSize="sm">
            {words}
          </Box>
        ))}
      <Box fontSize="sm" mt="1">
        {texts.gives}
      </Box>
      {open && (
        <Box fontSize="sm" mt="1">
          <Told term={saySetups('term-kinds-that-suit')} words={kindsOf(recipe)} />
          <Told term={saySetups('term-costs')} words={texts.costs} />
          <Told term={saySetups('term-sounds')} words={texts.soundsLike} />
          <Told term={saySetups('term-listen-for')} words={texts.listenFor} />
          {recipe.school && <Told term={saySetups('term-school')} words={said(recipe.school)} />}
          {recipe.expects.map((expected) => (
            <Told key={expected.code} term={saySetups('term-expect')} words={expectation(recipe, expected, session.units)} />
          ))}
        </Box>
      )}
      <Flex gap="2" mt="2" wrap="wrap">
        <Button
          size="sm"
          minH="44px"
          bg="tapeFill"
          color="#12181b"
          disabled={fit.microphones === 0 || session.shelf.microphones.length === 0}
          onClick={() => onPlace(present > 0)}
        >
          {present > 0 ? saySetups('replace-the-there', { present }) : say('fits', 'place', { microphones: fit.microphones }, session.units)}
        </Button>
        {present > 0 && (
          <Button size="sm" minH="44px" variant="outline" onClick={() => onPlace(false)}>
            {saySetups('add-it')}
          </Button>
        )}
        <Button size="sm" minH="44px" variant="outline" aria-pressed={compared} onClick={onCompare}>
          {compared ? saySetups('compared-2') : saySetups('compare')}
        </Button>
        <Button size="sm" minH="44px" variant="ghost" color="quiet" px="2" aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? saySetups('less') : saySetups('more')}
        </Button>
      </Flex>
    </Box>
  );
}

/** Kinds by microphone, said once where all want the same. */
function kindsOf(recipe: Recipe): string {
  const each = recipe.microphones.map(
    (microphone) => `${microphone.name}: ${microphone.kinds.map((kind) => midway(MICROPHONE_KIND_NAMES[kind])).join(', ')}`,
  );
  const kinds = new Set(each.map((words) => words.split(': ')[1]));
  return kinds.size === 1 ? `${[...kinds][0]}.` : `${each.join('; ')}.`;
}

const Told = ({ term, words }: { term: string; words: string }) =>
  words ? (
    <Box>
      <span style={{ color: 'var(--chakra-colors-quiet)' }}>{term}: </span>
      {words}
    </Box>
  ) : null;
