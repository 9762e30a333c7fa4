import { CodePage } from '@/features/products/code/code-page';

export default function Page() {
  return <CodePage />;
}
