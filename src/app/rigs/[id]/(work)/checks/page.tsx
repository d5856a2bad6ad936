import { ChecksScreen } from '@/ui/checks/checks-screen';

export default function ChecksPage() {
  return <ChecksScreen />;
}
