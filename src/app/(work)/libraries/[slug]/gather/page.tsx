import { GatherPage } from '@/features/gather/gather-page';

export default function Page() {
  return <GatherPage />;
}
