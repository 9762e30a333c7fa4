import { BrandsPage } from '@/features/foundations/brands/brands-page';

export default function Page() {
  return <BrandsPage />;
}
