import { Box } from '@chakra-ui/react';
import type { Plan } from '../../../core/arrivals';
import type { Session } from '../../../core/document';
import { cableTitle } from '../../../core/patch';
import { CHECK_TIMES, cableNeeds, checklistFor, powerUses, powerUseTold, shoppingList, standUses } from '../../../core/planning';
import { formatReach } from '../../../core/units';
import { sayCheckLine, sayTold } from '../../../words';
import { saySheet } from '../../../words/sheet.page.en';

/** Cables, stands, power and what is missing, in lines. */
export function GearLines({ session, plan }: { session: Session; plan: Plan }) {
  const toGet = shoppingList(session, plan);
  const counted = (session.shelf.cables ?? []).length > 0;
  // Who ticks nothing has no list that is open.
  const begun = (session.ready.done ?? []).length > 0;
  const open = begun
    ? CHECK_TIMES.slice(0, 2).flatMap((when) =>
        checklistFor(session, when).flatMap((line) => (line.isDone ? [] : [sayCheckLine(line, session.units)])),
      )
    : [];
  const lines = [
    [
      saySheet('cables'),
      cableNeeds(session, plan).map(
        ({ microphone, needM, cable }) =>
          `${microphone} ${cable ? cableTitle(cable, session.units) : `${formatReach(needM, session.units)}${counted ? saySheet('none-there') : ''}`}`,
      ),
    ],
    [saySheet('stands'), standUses(session).map(({ name, used, owned }) => saySheet('of', { name, used, owned }))],
    [saySheet('power'), powerUses(session).map((one) => `${one.device}, ${sayTold(powerUseTold(one), session.units)}`)],
    [saySheet('to-get'), toGet.map(({ count, what }) => `${count} × ${sayTold(what, session.units)}`)],
    [saySheet('not-ticked-yet'), open],
  ] as const;
  return (
    <Box mt="2" fontSize="11px" lineHeight="1.3" color="#444" role="region" aria-label={saySheet('gear')} overflowWrap="anywhere">
      {lines.map(([title, said]) =>
        said.length === 0 ? null : (
          <Box key={title}>
            <strong>{title}:</strong> {said.join('; ')}.
          </Box>
        ),
      )}
    </Box>
  );
}
