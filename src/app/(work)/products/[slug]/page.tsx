import { ProductPage } from '@/features/products/product-page';

export default function Page() {
  return <ProductPage />;
}
