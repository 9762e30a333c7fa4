import { useIntersection } from '@mantine/hooks';
import { useState } from 'react';

/** Whether something has come near what is in view: it is opened and drawn then, and stays. */
export function useNear<E extends HTMLElement>(margin: `${number}px`) {
  const { ref, entry } = useIntersection<E>({ rootMargin: margin });
  const [near, setNear] = useState(false);
  if (entry?.isIntersecting && !near) setNear(true);
  return { ref, near };
}
