import { BenchScreen } from '@/ui/bench/bench-screen';

export default function BenchPage() {
  return <BenchScreen />;
}
