import { FindingsPage } from '@/features/tokens/findings-page';

export default function Page() {
  return <FindingsPage />;
}
