import { useEffect, useRef, useState } from 'react';

interface CameraScanProps {
  onRead: (text: string) => void;
  onClose: () => void;
}

/** Reads one QR label with the device's camera, then closes. Loaded only when it is asked for. */
export default function CameraScan({ onRead, onClose }: CameraScanProps) {
  const video = useRef<HTMLVideoElement>(null);
  const [trouble, setTrouble] = useState('');
  useEffect(() => {
    let stream: MediaStream | undefined;
    let timer: ReturnType<typeof setInterval> | undefined;
    let closed = false;
    async function look(): Promise<void> {
      if (!navigator.mediaDevices) {
        setTrouble(
          'This browser gives the camera only to pages on this device or over https. Type the label instead.',
        );
        return;
      }
      const [{ default: jsQR }, opened] = await Promise.all([
        import('jsqr'),
        navigator.mediaDevices.getUserMedia({ video: { facingMode: 'environment' } }),
      ]);
      stream = opened;
      if (closed || !video.current) return stop();
      video.current.srcObject = stream;
      await video.current.play();
      const canvas = document.createElement('canvas');
      const context = canvas.getContext('2d', { willReadFrequently: true })!;
      timer = setInterval(() => {
        const { videoWidth: width, videoHeight: height } = video.current ?? {};
        if (!width || !height) return;
        [canvas.width, canvas.height] = [width, height];
        context.drawImage(video.current!, 0, 0);
        const found = jsQR(context.getImageData(0, 0, width, height).data, width, height);
        if (found?.data) onRead(found.data.slice(0, 200));
      }, 200);
    }
    function stop(): void {
      clearInterval(timer);
      stream?.getTracks().forEach((track) => track.stop());
    }
    look().catch(() => setTrouble('The camera cannot be used. Allow it for this page, or type the label.'));
    return () => {
      closed = true;
      stop();
    };
    // Opened once: what is read closes it.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
  return (
    <div
      role="dialog"
      aria-label="Scan a label"
      className="sheet absolute inset-x-0 top-full z-50 mt-1 grid gap-2 p-2 shadow-md"
    >
      {trouble ? (
        <p role="alert">{trouble}</p>
      ) : (
        <video ref={video} muted playsInline className="w-full rounded bg-base-300" />
      )}
      <button type="button" className="btn" onClick={onClose}>
        Close the camera
      </button>
    </div>
  );
}
