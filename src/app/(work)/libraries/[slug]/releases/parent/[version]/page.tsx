import { percentDecoded } from '@/core/base/percent';
import { ParentUpgrade } from '@/features/releases/parent-upgrade';

export default async function Page({ params }: { params: Promise<{ version: string }> }) {
  const { version } = await params;
  return <ParentUpgrade version={percentDecoded(version)} />;
}
