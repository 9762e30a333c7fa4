import { LibraryProducts } from '@/features/products/library-products';

export default function Page() {
  return <LibraryProducts />;
}
