import { ProofScreen } from '@/ui/proof/proof-screen';

export default function ProofPage() {
  return <ProofScreen />;
}
