import { ThroughScreen } from '@/ui/through/through-screen';

export default function ThroughPage() {
  return <ThroughScreen />;
}
