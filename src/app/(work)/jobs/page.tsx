import { JobsPage } from '@/features/jobs/jobs-page';

export default function Page() {
  return <JobsPage />;
}
