import { Box, Button, Flex, Grid } from '@chakra-ui/react';
import { useState } from 'react';
import { answerBrief, DESKS, getReady, gotIt, type Session } from '../../../core/document';
import { partsOfAddress } from '../../../core/ids';
import { cableTitle } from '../../../core/patch';
import { type CableNeed, cableNeeds, deskOf, deskPlaceM, powerUses, powerUseTold, shoppingList, standUses } from '../../../core/planning';
import { formatNumber, formatReach, listed } from '../../../core/units';
import { sayTold } from '../../../words';
import { sayPatch } from '../../../words/patch.page.en';
import { Choice } from '../../components/Choice';
import { useEverything } from '../../components/everything';
import { Help } from '../../components/Help';
import { NumberField } from '../../components/NumberField';
import { stringColour } from '../../drawing/MicrophoneGlyph';
import { livePlan } from '../../stores/planHooks';
import { runCommand } from '../../stores/sessionStore';

const WIDE = 420;
const DESK_OPTIONS = DESKS.map((desk) => ({ value: desk, text: sayPatch('seen-from-the-audience', { desk }) }));

/** The room from above with every cable on its way along the walls' directions to the devices. */
function Runs({ session, needs }: { session: Session; needs: readonly CableNeed[] }) {
  const { room, brief } = session;
  const scale = WIDE / Math.max(room.widthM, room.depthM);
  const [w, h] = [room.widthM * scale, room.depthM * scale];
  const counted = (session.shelf.cables ?? []).length > 0;
  const at = (x: number, y: number): string => `${(x * scale).toFixed(1)},${(h - y * scale).toFixed(1)}`;
  const { devices } = session.shelf;
  const deskOfMicrophone = (id: string) => deskOf(session, partsOfAddress(session.patch[id]).deviceId || (devices[0]?.id ?? ''));
  const desks = [...new Set(devices.length > 0 ? devices.map(({ id }) => deskOf(session, id)) : [brief.desk ?? ('front left' as const)])];
  const { plan } = livePlan(session).table;
  return (
    <svg
      viewBox={`-4 -4 ${w + 8} ${h + 8}`}
      style={{ width: '100%', maxWidth: WIDE, display: 'block' }}
      role="img"
      aria-label={sayPatch('cables-to-the-devices-at-the', {
        listed: listed(desks),
        needs: needs.map(({ microphone, needM }) => `${microphone} ${formatReach(needM, session.units)}`).join(', '),
      })}
    >
      <rect x="0" y="0" width={w} height={h} fill="none" stroke="var(--chakra-colors-quiet)" />
      {plan.microphones.map((microphone, i) => {
        const foot = microphone.stand?.baseM ?? microphone.positionM;
        const need = needs.find(({ microphoneId }) => microphoneId === microphone.id);
        const colour = stringColour(session.microphones.find(({ id }) => id === microphone.id)?.colour ?? 0);
        // Side by side, so that each can be followed.
        const lane = (i - plan.microphones.length / 2) * 0.05;
        const end = deskPlaceM(session, deskOfMicrophone(microphone.id));
        return (
          <g key={microphone.id} stroke={colour} fill="none" strokeWidth="2">
            <polyline
              points={`${at(foot.x, foot.y)} ${at(foot.x, end.y + lane)} ${at(end.x, end.y + lane)}`}
              strokeDasharray={need?.cable || !counted ? undefined : '5 4'}
            />
            <circle cx={foot.x * scale} cy={h - foot.y * scale} r="4" fill={colour} />
            <text x={foot.x * scale + 7} y={h - foot.y * scale - 5} stroke="none" fill={colour} fontSize="13" fontWeight="700">
              {microphone.label}
            </text>
          </g>
        );
      })}
      {desks.map((desk) => {
        const place = deskPlaceM(session, desk);
        return (
          <rect
            key={desk}
            x={place.x * scale - 10}
            y={h - place.y * scale - 10}
            width="20"
            height="20"
            fill="var(--chakra-colors-panel)"
            stroke="var(--chakra-colors-ink)"
            strokeWidth="2"
          />
        );
      })}
    </svg>
  );
}

function ToGet({ session }: { session: Session }) {
  const { isOn: isEverythingShown } = useEverything();
  const wanted = shoppingList(session, livePlan(session).table.plan);
  const { prices = {} } = session.ready;
  const [asksPrices, setAsksPrices] = useState(false);
  const withPrices = asksPrices || isEverythingShown || Object.keys(prices).length > 0;
  const total = wanted.reduce((sum, { key, count }) => sum + count * (prices[key] ?? 0), 0);
  return (
    <Box role="region" aria-label={sayPatch('to-get')}>
      <Box as="h2" fontWeight="700" mb="1">
        {sayPatch('to-get')}
      </Box>
      {wanted.length === 0 && <Box color="quiet">{sayPatch('nothing-what-is-planned-is-there')}</Box>}
      <Box as="ul" m="0" p="0">
        {wanted.map(({ key, what, count, why, counted }) => (
          <Flex
            as="li"
            key={`${key} ${why.code}`}
            listStyleType="none"
            gap="3"
            align="end"
            py="2"
            borderTopWidth="1px"
            borderColor="line"
            wrap="wrap"
          >
            <Box flex="1" minW="160px">
              <Box fontWeight="700">
                {count} × {sayTold(what, session.units)}
              </Box>
              <Box fontSize="sm" color="quiet">
                {sayTold(why, session.units)}
              </Box>
            </Box>
            {counted && (
              <Button
                size="sm"
                minH={{ base: '44px', md: '34px' }}
                variant="outline"
                aria-label={sayPatch('got-it', { what })}
                onClick={() => runCommand(gotIt(key))}
              >
                {sayPatch('got-it-2')}
              </Button>
            )}
            {withPrices && (
              <NumberField
                label={sayPatch('price-of', { what })}
                unit={sayPatch('each')}
                value={prices[key] ?? 0}
                low={0}
                high={1_000_000}
                onCommit={(price) => runCommand(getReady(sayPatch('price-what-is-to-get'), { prices: { ...prices, [key]: price } }))}
              />
            )}
          </Flex>
        ))}
      </Box>
      {wanted.length > 0 && !withPrices && (
        <Button size="sm" minH={{ base: '44px', md: '34px' }} variant="outline" mt="2" onClick={() => setAsksPrices(true)}>
          {sayPatch('add-it-up-with-prices')}
        </Button>
      )}
      {total > 0 && (
        <Box mt="2">
          {sayPatch('together')} <span className="measure">{formatNumber(total, 2)}</span>
          {sayPatch('by-your-own-prices')}
        </Box>
      )}
    </Box>
  );
}

/** What it takes besides microphones: cables that reach, stands, power, and what is missing. */
export function Gear({ session }: { session: Session }) {
  const needs = cableNeeds(session, livePlan(session).table.plan);
  const power = powerUses(session);
  const counted = (session.shelf.cables ?? []).length > 0;
  return (
    <Grid templateColumns={{ base: '1fr', lg: '1fr 1fr' }} gap="6" maxW="1000px">
      <Box>
        <Box as="h2" fontWeight="700" mb="1">
          {sayPatch('cables')}
        </Box>
        {session.shelf.devices.length < 2 ? (
          <Choice
            label={sayPatch('the-devices-stand-at-the')}
            value={session.brief.desk ?? 'front left'}
            options={DESK_OPTIONS}
            onChange={(desk) => runCommand(answerBrief({ desk: desk as (typeof DESKS)[number] }))}
          />
        ) : (
          <Grid templateColumns={{ base: '1fr', sm: '1fr 1fr' }} gap="2">
            {session.shelf.devices.map(({ id, name }) => (
              <Choice
                key={id}
                label={sayPatch('stands-at-the', { name })}
                value={deskOf(session, id)}
                options={DESK_OPTIONS}
                onChange={(desk) => runCommand(answerBrief({ desks: { ...session.brief.desks, [id]: desk as (typeof DESKS)[number] } }))}
              />
            ))}
          </Grid>
        )}
        <Box my="3">
          <Runs session={session} needs={needs} />
        </Box>
        <Box as="ul" m="0" p="0" aria-label={sayPatch('cables')}>
          {needs.map(({ microphoneId, microphone, needM, cable }) => (
            <Flex as="li" key={microphoneId} listStyleType="none" gap="3" py="1" borderTopWidth="1px" borderColor="line">
              <Box flex="1" overflowWrap="anywhere">
                {microphone}
              </Box>
              <Box className="measure">{formatReach(needM, session.units)}</Box>
              <Box w="150px" color={cable ? 'ink' : 'improve'}>
                {cable ? cableTitle(cable, session.units) : counted ? sayPatch('none-left-reaches') : ''}
              </Box>
            </Flex>
          ))}
        </Box>
        <Box mt="2" fontSize="sm" color="quiet">
          {sayPatch('counted-count-your-cables-on-the', { counted: counted ? 'yes' : 'no' })}
        </Box>
      </Box>
      <Box>
        <Box as="h2" fontWeight="700" mb="1">
          {sayPatch('stands')}
        </Box>
        <Box as="ul" m="0" pl="4" mb="4" aria-label={sayPatch('stands-in-use')}>
          {standUses(session).map(({ name, used, owned }) => (
            <li key={name}>{sayPatch('of', { name, used, owned })}</li>
          ))}
        </Box>
        <Box as="h2" fontWeight="700" mb="1">
          {sayPatch('power')} <Help term="phantom" />
        </Box>
        <Box as="ul" m="0" pl="4" mb="1" aria-label={sayPatch('power')}>
          {power.map((one) => (
            <li key={`${one.device} ${one.own?.microphone ?? ''}`}>
              {sayPatch('mains', { device: one.device, powerUseWords: sayTold(powerUseTold(one), session.units) })}
            </li>
          ))}
        </Box>
        <Box fontSize="sm" color="quiet" mb="4">
          {sayPatch('all-of-it-from-one-outlet')}
        </Box>
        <ToGet session={session} />
      </Box>
    </Grid>
  );
}
