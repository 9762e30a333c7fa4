import { Releases } from '@/features/releases/releases';

export default function Page() {
  return <Releases />;
}
