import { AgainScreen } from '@/ui/sheet/again-screen';

export default function AgainPage() {
  return <AgainScreen />;
}
