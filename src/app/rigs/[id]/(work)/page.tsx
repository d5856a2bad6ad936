import { redirect } from 'next/navigation';

export default async function RigPage({ params }: { readonly params: Promise<{ id: string }> }) {
  redirect(`/rigs/${(await params).id}/map`);
}
