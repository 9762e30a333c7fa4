import { FindingsPage } from '@/features/findings/findings-page';

export default function Page() {
  return <FindingsPage />;
}
