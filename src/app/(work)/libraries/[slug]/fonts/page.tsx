import { FontsPage } from '@/features/foundations/fonts/fonts-page';

export default function Page() {
  return <FontsPage />;
}
