import { HistoryScreen } from '@/ui/history/history-screen';

export default function HistoryPage() {
  return <HistoryScreen />;
}
