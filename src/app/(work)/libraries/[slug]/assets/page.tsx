import { AssetsPage } from '@/features/components/assets-page';

export default function Page() {
  return <AssetsPage />;
}
