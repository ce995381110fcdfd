import { Box } from '@chakra-ui/react';
import type { ReactNode } from 'react';

/** What stands beside a view: below it on a phone. */
export function SidePane({ label, width = 340, children }: { label: string; width?: number; children: ReactNode }) {
  return (
    <Box
      w={{ base: '100%', md: `${width}px` }}
      flexShrink={0}
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
