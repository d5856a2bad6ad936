import { RigPanelScreen } from '@/ui/panel/rig-panel-screen';

export default function PanelPage() {
  return <RigPanelScreen />;
}
