import { TextStylesPage } from '@/features/foundations/text-styles/text-styles-page';

export default function Page() {
  return <TextStylesPage />;
}
