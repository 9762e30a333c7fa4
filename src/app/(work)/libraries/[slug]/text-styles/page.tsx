import { TextStylesPage } from '@/features/tokens/text-styles-page';

export default function Page() {
  return <TextStylesPage />;
}
