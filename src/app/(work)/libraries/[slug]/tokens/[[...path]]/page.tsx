import { TokensPage } from '@/features/tokens/tiers/tokens-page';

export default async function Page({ params }: { params: Promise<{ path?: string[] }> }) {
  const { path } = await params;
  return <TokensPage path={path ? decodeURIComponent(path.join('/')) : undefined} />;
}
