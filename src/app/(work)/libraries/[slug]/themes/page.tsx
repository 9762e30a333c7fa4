import { ThemesPage } from '@/features/components/themes/themes-page';

export default function Page() {
  return <ThemesPage />;
}
