const TONE_HZ = 660;
const TONE_S = 0.25;

/** Sounds one short tone. */
export function soundTone(audio: AudioContext): void {
  const tone = audio.createOscillator();
  tone.frequency.value = TONE_HZ;
  tone.connect(audio.destination);
  tone.start();
  tone.stop(audio.currentTime + TONE_S);
}
