import { Usage } from '@/features/usage/usage';

export default function Page() {
  return <Usage />;
}
