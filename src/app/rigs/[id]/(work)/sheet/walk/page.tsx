import { WalkScreen } from '@/ui/sheet/walk-screen';

export default function WalkPage() {
  return <WalkScreen />;
}
