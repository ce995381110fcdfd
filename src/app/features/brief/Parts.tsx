import { Box, Button, Flex, Input } from '@chakra-ui/react';
import { useState } from 'react';
import { answerBrief, PANS, type Part, type Session } from '../../../core/document';
import { partFindings } from '../../../core/planning';
import { sayTold } from '../../../words';
import { sayBrief } from '../../../words/brief.page.en';
import { term } from '../../../words/term';
import { Choice } from '../../components/Choice';
import { Toggle } from '../../components/Toggle';
import { runCommand } from '../../stores/sessionStore';

/** Parts recorded one after another: against which, on which side, with which click. */
export function Parts({ session }: { session: Session }) {
  const [name, setName] = useState('');
  const parts = session.brief.parts ?? [];
  const keep = (next: readonly Part[]): boolean => Boolean(runCommand(answerBrief({ parts: next.length > 0 ? next : undefined })));
  const add = (): void => {
    const text = name.trim().slice(0, 120);
    if (!text || parts.some((part) => part.name === text)) return;
    if (
      keep([...parts, { name: text, against: parts[0]?.name ?? null, pan: 'centre', click: parts[0]?.click ?? session.brief.tempoBpm !== undefined }])
    )
      setName('');
  };
  const change = (i: number, part: Partial<Part>): void => void keep(parts.map((old, k) => (k === i ? { ...old, ...part } : old)));
  return (
    <Box py="2" borderTopWidth="1px" borderColor="line">
      <Box fontWeight="700">{sayBrief('parts-in-the-order-they-are')}</Box>
      <Box fontSize="sm" color="quiet">
        {sayBrief('where-each-will-sit-is-decided')}
      </Box>
      <Box as="ol" m="0" p="0" aria-label={sayBrief('parts')}>
        {parts.map((part, i) => (
          <Flex as="li" listStyleType="none" key={part.name} gap="2" py="2" align="end" wrap="wrap">
            <Box flex="1" minW="110px" fontWeight="700" overflowWrap="anywhere">
              {i + 1}. {part.name}
            </Box>
            {i > 0 && (
              <Choice
                label={sayBrief('against', { part: part.name })}
                value={part.against ?? ''}
                options={[
                  { value: '', text: sayBrief('nothing') },
                  ...parts.filter((other) => other !== part).map((other) => ({ value: other.name, text: other.name })),
                ]}
                onChange={(against) => change(i, { against: against || null })}
              />
            )}
            <Choice
              label={sayBrief('sits', { part: part.name })}
              value={part.pan}
              options={PANS.map((pan) => ({ value: pan, text: term(pan) }))}
              onChange={(pan) => change(i, { pan: pan as Part['pan'] })}
            />
            <Toggle label={sayBrief('click')} on={part.click} onToggle={() => change(i, { click: !part.click })} />
            <Button
              size="sm"
              variant="ghost"
              color="quiet"
              minH={{ base: '44px', md: '34px' }}
              aria-label={sayBrief('take-out', { part: part.name })}
              onClick={() => keep(parts.filter((other) => other !== part))}
            >
              {sayBrief('out')}
            </Button>
          </Flex>
        ))}
      </Box>
      {partFindings(parts)
        .map((told) => sayTold(told, session.units))
        .map((sentence) => (
          <Box key={sentence} color="improve" fontSize="sm" mt="1">
            {sentence}
          </Box>
        ))}
      <Flex gap="2" mt="2" align="end">
        <Box>
          <label htmlFor="part-name" style={{ fontSize: 13 }}>
            {sayBrief('another-part')}
          </label>
          <Input
            id="part-name"
            value={name}
            maxLength={120}
            h={{ base: '44px', md: '36px' }}
            onChange={(event) => setName(event.target.value)}
            onKeyDown={(event) => event.key === 'Enter' && add()}
          />
        </Box>
        <Button minH={{ base: '44px', md: '36px' }} variant="outline" onClick={add}>
          {sayBrief('add-it')}
        </Button>
      </Flex>
    </Box>
  );
}
