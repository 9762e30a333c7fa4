import { PairingsPage } from '@/features/foundations/pairings/pairings-page';

export default function Page() {
  return <PairingsPage />;
}
