import { CalibrateScreen } from '@/ui/proof/calibrate-screen';

export default function CalibratePage() {
  return <CalibrateScreen />;
}
