import { Box } from '@chakra-ui/react';
import type { ReactNode } from 'react';

interface Props {
  readonly label: string;
  readonly width?: number;
  /** On a phone it stands above the view: what was found comes before what it was found in. */
  readonly first?: boolean;
  readonly children: ReactNode;
}

/** What stands beside a view: below it on a phone. */
export function SidePane({ label, width = 340, first = false, children }: Props) {
  return (
    <Box
      w={{ base: '100%', md: `${width}px` }}
      flexShrink={0}
      order={{ base: first ? -1 : 0, md: 0 }}
      bg="panel"
      borderLeftWidth={{ md: '1px' }}
      borderColor="line"
      px="4"
      py="3"
      overflow={{ md: 'auto' }}
      role="region"
      aria-label={label}
      tabIndex={0}
    >
      {children}
    </Box>
  );
}
