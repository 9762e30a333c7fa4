import { PairingsPage } from '@/features/tokens/pairings-page';

export default function Page() {
  return <PairingsPage />;
}
