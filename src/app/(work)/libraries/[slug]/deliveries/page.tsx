import { DeliveriesPage } from '@/features/outputs/deliveries/deliveries-page';

export default function Page() {
  return <DeliveriesPage />;
}
