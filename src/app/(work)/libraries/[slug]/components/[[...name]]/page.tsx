import { Gallery } from '@/features/components/gallery/gallery';
import { Proof } from '@/features/components/page/proof';

export default async function Page({ params }: { params: Promise<{ name?: string[] }> }) {
  const { name } = await params;
  return name?.[0] ? <Proof name={name[0]} /> : <Gallery />;
}
