import { Outputs } from '@/features/outputs/outputs';

export default function Page() {
  return <Outputs />;
}
