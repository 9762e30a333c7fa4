import { ContextsPage } from '@/features/foundations/contexts/contexts-page';

export default function Page() {
  return <ContextsPage />;
}
