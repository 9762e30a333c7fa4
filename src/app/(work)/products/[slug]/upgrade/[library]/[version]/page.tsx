import { percentDecoded } from '@/core/base/percent';
import { UpgradeReview } from '@/features/products/upgrade-review';

export default async function Page({ params }: { params: Promise<{ library: string; version: string }> }) {
  const { library, version } = await params;
  return <UpgradeReview library={library} version={percentDecoded(version)} />;
}
