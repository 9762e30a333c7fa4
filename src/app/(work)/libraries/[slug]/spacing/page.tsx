import { SpacingPage } from '@/features/foundations/spacing/spacing-page';

export default function Page() {
  return <SpacingPage />;
}
