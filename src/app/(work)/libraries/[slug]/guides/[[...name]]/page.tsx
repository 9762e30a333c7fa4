import { Guide } from '@/features/guides/guide';
import { Guides } from '@/features/guides/guides';

export default async function Page({ params }: { params: Promise<{ name?: string[] }> }) {
  const { name } = await params;
  return name?.[0] ? <Guide name={name[0]} /> : <Guides />;
}
