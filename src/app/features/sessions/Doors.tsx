import { Box, Button, Flex, Grid } from '@chakra-ui/react';
import { type DragEvent, type ReactNode, useRef, useState } from 'react';
import { saySessions } from '../../../words/sessions.page.en';
import { ACCEPT_SOUND } from '../../components/soundFiles';

const LINE = { fill: 'none', stroke: 'currentColor', strokeWidth: 2, strokeLinecap: 'round', strokeLinejoin: 'round' } as const;

/** A drum from the side with a microphone over its rim. */
const Recording = () => (
  <svg viewBox="0 0 200 110" width="100%" height="110" aria-hidden="true">
    <g {...LINE}>
      <ellipse cx="70" cy="62" rx="44" ry="11" />
      <path d="M26 62v30c0 6 20 11 44 11s44-5 44-11V62" />
      <path d="M40 96 70 74M100 96 70 74" opacity="0.4" />
      <path d="M176 104V22L118 34" />
      <path d="M164 104h24" />
    </g>
    <path d="M120 28l-22 14" stroke="var(--chakra-colors-tape)" strokeWidth="9" strokeLinecap="round" />
    <path d="M96 44 74 60" {...LINE} stroke="var(--chakra-colors-tape)" strokeDasharray="4 5" />
  </svg>
);

/** Two channels of one stroke, one of them late. */
const Files = () => (
  <svg viewBox="0 0 200 110" width="100%" height="110" aria-hidden="true">
    <g {...LINE}>
      <path d="M16 36h36l4-22 6 40 6-28 6 18 6-12 6 4h98" />
      <path d="M16 82h62l4-20 6 38 6-26 6 16 6-10 6 2h72" />
    </g>
    <path d="M56 14v88M82 60v42" stroke="var(--chakra-colors-tape)" strokeWidth="2" strokeDasharray="4 5" />
    <path d="M58 102h22" stroke="var(--chakra-colors-tape)" strokeWidth="3" />
  </svg>
);

/** A boathouse by the water. */
const Boathouse = () => (
  <svg viewBox="0 0 200 110" width="100%" height="110" aria-hidden="true">
    <g {...LINE}>
      <path d="M40 84V46l56-28 56 28v38" />
      <path d="M30 50 96 14l66 36" />
      <path d="M78 84V58h36v26" />
      <path d="M14 92c14-8 28 8 43 0s28 8 43 0 28 8 43 0 28 8 43 0" opacity="0.5" />
    </g>
    <path d="M84 78c8 8 16 8 24 0" stroke="var(--chakra-colors-tape)" strokeWidth="3" fill="none" />
  </svg>
);

interface DoorProps {
  readonly drawing: ReactNode;
  readonly title: string;
  readonly words: string;
  readonly children: ReactNode;
  readonly onDropped?: (files: readonly File[]) => void;
}

function Door({ drawing, title, words, children, onDropped }: DoorProps) {
  const [isOver, setOver] = useState(false);
  const drops = onDropped && {
    onDragOver: (event: DragEvent) => {
      event.preventDefault();
      setOver(true);
    },
    onDragLeave: () => setOver(false),
    onDrop: (event: DragEvent) => {
      event.preventDefault();
      setOver(false);
      onDropped([...event.dataTransfer.files]);
    },
  };
  return (
    <Flex
      as="li"
      listStyleType="none"
      direction="column"
      bg="panel"
      borderWidth="2px"
      borderColor={isOver ? 'tape' : 'line'}
      p="5"
      gap="2"
      {...drops}
    >
      {drawing}
      <Box as="h2" fontSize="xl" fontWeight="700">
        {title}
      </Box>
      <Box color="quiet" flex="1">
        {words}
      </Box>
      {children}
    </Flex>
  );
}

interface Props {
  readonly onRecord: () => void;
  readonly onFiles: (files: readonly File[]) => void;
  readonly onLook: () => void;
}

/** Three ways in, for who was never here. */
export function Doors({ onRecord, onFiles, onLook }: Props) {
  const picker = useRef<HTMLInputElement>(null);
  return (
    <Grid as="ul" aria-label={saySessions('ways-in')} m="0" p="0" templateColumns={{ base: '1fr', md: 'repeat(3, 1fr)' }} gap="4" maxW="1080px">
      <Door drawing={<Recording />} title={saySessions('record-something')} words={saySessions('say-what-you-own-and-play')}>
        <Button minH="48px" bg="tapeFill" color="#12181b" onClick={onRecord}>
          {saySessions('plan-a-recording')}
        </Button>
      </Door>
      <Door drawing={<Files />} title={saySessions('check-files-i-have')} words={saySessions('drop-the-files-of-a-take')} onDropped={onFiles}>
        <Button minH="48px" variant="outline" borderColor="edge" onClick={() => picker.current?.click()}>
          {saySessions('choose-files')}
        </Button>
        <input
          ref={picker}
          type="file"
          multiple
          hidden
          accept={ACCEPT_SOUND}
          aria-label={saySessions('files-of-a-take')}
          onChange={(event) => {
            onFiles([...(event.target.files ?? [])]);
            event.target.value = '';
          }}
        />
      </Door>
      <Door drawing={<Boathouse />} title={saySessions('look-around')} words={saySessions('nothing-here-yet-walk-through-the')}>
        <Button minH="48px" variant="outline" borderColor="edge" onClick={onLook}>
          {saySessions('open-the-demo')}
        </Button>
      </Door>
    </Grid>
  );
}
