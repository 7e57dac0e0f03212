import { Button, Slider } from 'antd';
import { useState } from 'react';
import { figure } from '../../text';
import { Dialog } from '../../widgets/Dialog';
import { CARD_MM } from './calibration';

const CARD_HIGH_MM = 53.98;

/** Fits a drawn bank card to a real one, so that the cell is as large as it is on the skin. */
export function Calibrate({
  now,
  onSet,
  onClose,
}: {
  now: number;
  onSet: (pixelsPerMm: number) => void;
  onClose: () => void;
}) {
  const [pixelsPerMm, setPixelsPerMm] = useState(now);
  const by = (step: number) => setPixelsPerMm(Math.min(8, Math.max(2, pixelsPerMm + step)));
  return (
    <Dialog
      open
      width={780}
      title="How large is this screen?"
      okText="It fits"
      onOk={() => {
        onSet(pixelsPerMm);
        onClose();
      }}
      onCancel={onClose}
    >
      <p>
        Hold a bank card against the screen, or a ruler: the box is {figure(CARD_MM, 1)} mm wide.
        Make it fit. This is kept for this screen.
      </p>
      <div
        className="card-outline"
        style={{ width: CARD_MM * pixelsPerMm, height: CARD_HIGH_MM * pixelsPerMm }}
      >
        {figure(CARD_MM, 1)} mm
      </div>
      <div className="card-size">
        <Button aria-label="Smaller" onClick={() => by(-0.01)}>
          −
        </Button>
        <Slider
          className="card-slider"
          min={2}
          max={8}
          step={0.01}
          value={pixelsPerMm}
          tooltip={{ open: false }}
          ariaLabelForHandle="Width of the card"
          onChange={setPixelsPerMm}
        />
        <Button aria-label="Larger" onClick={() => by(0.01)}>
          +
        </Button>
        <span className="figures">{figure(pixelsPerMm, 2)} pixels a mm</span>
      </div>
    </Dialog>
  );
}
