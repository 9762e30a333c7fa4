import { ComparePage } from '@/features/tokens/compare/compare-page';

export default function Page() {
  return <ComparePage />;
}
