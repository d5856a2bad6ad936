import { ProbeScreen } from '@/ui/proof/probe-screen';

export default function ProbePage() {
  return <ProbeScreen />;
}
