import { useCallback, useEffect, useRef, useState } from 'react';

/** Whether this browser can show a camera in the page. */
export const hasCamera = (): boolean =>
  (navigator.mediaDevices as MediaDevices | undefined)?.getUserMedia !== undefined;

/** As fine as a tablet's camera gives. */
const WANTED: MediaStreamConstraints = {
  video: { facingMode: 'environment', width: { ideal: 4032 }, height: { ideal: 3024 } },
};
const QUALITY = 0.92;

/** The tablet's camera in a video, for as long as it is shown; null while it opens, a text where it cannot. */
export function useCamera() {
  const video = useRef<HTMLVideoElement | null>(null);
  const [state, setState] = useState<'opening' | 'live' | 'refused'>('opening');

  useEffect(() => {
    let stream: MediaStream | null = null;
    let stale = false;
    navigator.mediaDevices
      .getUserMedia(WANTED)
      .then(async (opened) => {
        stream = opened;
        const shown = video.current;
        if (stale || shown === null) {
          stopped(opened);
          return;
        }
        shown.srcObject = opened;
        await shown.play();
        setState('live');
      })
      .catch(() => {
        if (!stale) setState('refused');
      });
    return () => {
      stale = true;
      if (stream !== null) stopped(stream);
    };
  }, []);

  /** The picture as it is seen now, its longer side `mostPx` at the most; null before there is one. */
  const shot = useCallback(async (mostPx = Infinity): Promise<Blob | null> => {
    const shown = video.current;
    if (shown === null || shown.videoWidth === 0) return null;
    const { videoWidth, videoHeight } = shown;
    const share = Math.min(1, mostPx / Math.max(videoWidth, videoHeight));
    const canvas = document.createElement('canvas');
    canvas.width = Math.round(videoWidth * share);
    canvas.height = Math.round(videoHeight * share);
    canvas.getContext('2d')?.drawImage(shown, 0, 0, canvas.width, canvas.height);
    return new Promise((done) => canvas.toBlob(done, 'image/jpeg', QUALITY));
  }, []);

  return { video, state, shot };
}

const stopped = (stream: MediaStream) => {
  for (const track of stream.getTracks()) track.stop();
};

/** How far the tablet is tipped from lying flat above the skin, degrees; null where it does not say. */
export function useTip(): number | null {
  const [tip, setTip] = useState<number | null>(null);
  useEffect(() => {
    const turned = ({ beta, gamma }: DeviceOrientationEvent) => {
      if (beta !== null && gamma !== null) setTip(Math.round(Math.hypot(beta, gamma)));
    };
    globalThis.addEventListener('deviceorientation', turned);
    return () => globalThis.removeEventListener('deviceorientation', turned);
  }, []);
  return tip;
}
