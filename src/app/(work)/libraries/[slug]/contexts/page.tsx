import { ContextsPage } from '@/features/tokens/contexts-page';

export default function Page() {
  return <ContextsPage />;
}
