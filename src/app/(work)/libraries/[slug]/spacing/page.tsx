import { SpacingPage } from '@/features/tokens/spacing-page';

export default function Page() {
  return <SpacingPage />;
}
