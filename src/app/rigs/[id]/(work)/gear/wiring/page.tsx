import { WiringScreen } from '@/ui/wiring/wiring-screen';

export default function WiringPage() {
  return <WiringScreen />;
}
