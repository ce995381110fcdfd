import { Box } from '@chakra-ui/react';
import { type ReactNode, useEffect, useRef, useState } from 'react';

/** So near to what is in view is as good as in view, pixels: what is scrolled to is drawn by then. */
const NEAR = '400px';

/** What is drawn first when it comes into view, and stays; its place is kept free until then. A page that cannot tell draws it at once. */
export function WhenSeen({ height, children }: { readonly height: string; readonly children: () => ReactNode }) {
  const place = useRef<HTMLDivElement>(null);
  const [isSeen, setSeen] = useState(typeof IntersectionObserver === 'undefined');
  useEffect(() => {
    if (isSeen || !place.current) return undefined;
    const observer = new IntersectionObserver((entries) => entries.some(({ isIntersecting }) => isIntersecting) && setSeen(true), {
      rootMargin: NEAR,
    });
    observer.observe(place.current);
    return () => observer.disconnect();
  }, [isSeen]);
  return (
    <Box ref={place} h={height}>
      {isSeen && children()}
    </Box>
  );
}
