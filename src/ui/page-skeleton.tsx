import { Skeleton } from '@mantine/core';

/** Stands where a page will be until there is something to show; said to who listens. */
export function PageSkeleton({
  label = 'Loading the page',
  height = 320,
}: {
  label?: string;
  height?: number;
}) {
  return (
    <div role="status" aria-label={label} style={{ padding: 20 }}>
      <Skeleton height={26} width={240} mb="md" />
      <Skeleton height={height} />
    </div>
  );
}
