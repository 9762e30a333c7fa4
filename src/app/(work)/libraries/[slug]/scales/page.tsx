import { ScalesPage } from '@/features/foundations/scales/scales-page';

export default function Page() {
  return <ScalesPage />;
}
