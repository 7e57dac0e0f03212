import { filterFor } from '@tidy-quill/core/eyewear';
import { useEffect } from 'react';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { view } from '../../app/view';
import { EYEWEAR_WORDS } from '../../text';
import { KeyButton } from '../../widgets/KeyButton';
import { useVisit } from '../visit/use-visit';
import { ROOM_KEYS } from './keys';

/** Lights the screen for the eyewear that this plan's light asks for; back to the room when one leaves. */
export function GoggleSwitch() {
  const { record, catalogue } = useVisit('record', 'catalogue');
  const dispatch = useAppDispatch();
  const { eyewear } = useAppSelector((state) => state.view);
  useEffect(
    () => () => {
      dispatch(view.actions.eyewearChanged(null));
    },
    [dispatch],
  );
  const handpieceId = record.run.setting?.handpieceId ?? record.plan?.setting.handpieceId;
  const light = catalogue.handpieces.find(({ id }) => id === handpieceId)?.light;
  if (light === undefined) return null;
  const lines = 'lines' in light ? light.lines.map(({ wavelengthNm }) => wavelengthNm) : [];
  const filter = filterFor('wavelengthNm' in light ? [light.wavelengthNm] : lines);
  if (filter === 'clear') return null;
  return (
    <KeyButton
      letter={ROOM_KEYS.goggles}
      pressed={eyewear !== null}
      onPress={() => dispatch(view.actions.eyewearChanged(eyewear === null ? filter : null))}
    >
      Goggle view: {EYEWEAR_WORDS[filter]}
    </KeyButton>
  );
}
