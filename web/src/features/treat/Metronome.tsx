import { longestSideMm } from '@tidy-quill/core/units';
import { useEffect, useState } from 'react';
import { figure } from '../../text';
import { KeyButton } from '../../widgets/KeyButton';
import type { Session } from './use-session';
import { ROOM_KEYS } from './keys';

const CLICK_S = 0.02;
const CLICK_HZ = 880;
const PASS_HZ = 440;

/** A beat at the rate of the pulses, by sound and light; in motion also how fast to glide and when a pass ends. */
export function Metronome({ session }: { session: Session }) {
  const [on, setOn] = useState(false);
  const { run, moving, current, plannedPulses } = session;
  const { setting } = run;
  const running = on && run.state === 'running' && setting !== null;
  const rateHz = setting?.rateHz ?? 1;
  const passes = setting?.passes ?? 1;
  const perPass = Math.max(1, Math.round((current?.pulses ?? plannedPulses) / passes));
  useBeat(running ? rateHz : null, moving ? perPass : null);
  if (setting === null) return null;
  const glideCmS = (longestSideMm(setting.spot) / 10) * rateHz;
  return (
    <div className="beat">
      <KeyButton letter={ROOM_KEYS.metronome} pressed={on} onPress={() => setOn(!on)}>
        Beat {figure(rateHz)} Hz
      </KeyButton>
      <span
        aria-hidden
        className={`beat-light ${running ? 'is-on' : ''}`}
        style={{ animationDuration: `${1 / rateHz}s` }}
      />
      {moving ? (
        <span className="quiet figures">
          glide {figure(glideCmS)} cm/s, a pass {figure(perPass / rateHz)} s
        </span>
      ) : null}
    </div>
  );
}

/** Clicks at a rate, and a lower tone after every `perPass` clicks; silent while `rateHz` is null. */
function useBeat(rateHz: number | null, perPass: number | null): void {
  useEffect(() => {
    if (rateHz === null) return;
    const audio = new AudioContext();
    let count = 0;
    const click = () => {
      count += 1;
      const ends = perPass !== null && count % perPass === 0;
      const tone = audio.createOscillator();
      const volume = audio.createGain();
      tone.frequency.value = ends ? PASS_HZ : CLICK_HZ;
      volume.gain.value = 0.2;
      tone.connect(volume).connect(audio.destination);
      tone.start();
      tone.stop(audio.currentTime + (ends ? 6 : 1) * CLICK_S);
    };
    const timer = setInterval(click, 1000 / rateHz);
    return () => {
      clearInterval(timer);
      void audio.close();
    };
  }, [rateHz, perPass]);
}
