import { Home } from '@/features/libraries/home';

export default function Page() {
  return <Home />;
}
