import { TablePage } from '@/features/tokens/table/table-page';

export default function Page() {
  return <TablePage />;
}
