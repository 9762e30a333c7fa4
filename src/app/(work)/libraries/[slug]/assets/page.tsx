import { AssetsPage } from '@/features/assets/assets-page';

export default function Page() {
  return <AssetsPage />;
}
