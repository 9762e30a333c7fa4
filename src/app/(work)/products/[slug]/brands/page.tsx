import { ProductBrands } from '@/features/products/brands/product-brands';

export default function Page() {
  return <ProductBrands />;
}
