import { TokensPage } from '@/features/tokens/tiers/tokens-page';

export default function Page() {
  return <TokensPage />;
}
