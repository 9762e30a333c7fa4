import { TablePage } from '@/features/tokens/table-page';

export default function Page() {
  return <TablePage />;
}
