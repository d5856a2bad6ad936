import { GearScreen } from '@/ui/gear/gear-screen';

export default function GearPage() {
  return <GearScreen />;
}
