import { RehearseScreen } from '@/ui/rehearse/rehearse-screen';

export default function RehearsePage() {
  return <RehearseScreen />;
}
