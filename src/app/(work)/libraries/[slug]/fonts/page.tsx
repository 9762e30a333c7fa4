import { FontsPage } from '@/features/tokens/fonts-page';

export default function Page() {
  return <FontsPage />;
}
