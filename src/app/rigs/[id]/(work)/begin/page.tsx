import { BeginScreen } from '@/ui/begin/begin-screen';

export default function BeginPage() {
  return <BeginScreen />;
}
