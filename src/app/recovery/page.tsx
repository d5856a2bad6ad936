import type { Metadata } from 'next';
import { redirect } from 'next/navigation';
import { recoveryState } from '@/server/folder/recovery';
import { RecoveryScreen } from '@/ui/recovery/recovery-screen';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Your data cannot be opened' };

export default async function RecoveryPage() {
  const state = await recoveryState();
  if (state.kind === null) redirect('/');
  return <RecoveryScreen first={state} />;
}
