import { GatherPage } from '@/features/intake/intake-page';

export default function Page() {
  return <GatherPage />;
}
