import { Home } from '@/features/workspace/home';

export default function Page() {
  return <Home />;
}
