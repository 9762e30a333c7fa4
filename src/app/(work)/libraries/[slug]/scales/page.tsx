import { ScalesPage } from '@/features/scales/scales-page';

export default function Page() {
  return <ScalesPage />;
}
