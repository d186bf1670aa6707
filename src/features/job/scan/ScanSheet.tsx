'use client';
import { useEffect, useRef, useState } from 'react';
import { greyOf, readScan, type Scan } from '@/core/scan';
import { Sheet } from '@/ui/Sheet';
import { useFrameWords } from '@/ui/WordsContext';
import type { ScanAsk, ScanReply } from '@/workers/scanCode';
import { useWorker } from '../useWorker';

/** *Setting*: frames that are looked at, ms apart. */
const EVERY_MS = 250;
/** *Setting*: frames without a bar code after which a hint is given. */
const HINT_AFTER = 20;
/** *Setting*: the part of a frame that is looked at, px on its longer side. */
const LONGEST = 1280;

/**
 * Reads a bar code through the camera, or from a picture where there is no camera. Nothing leaves the device.
 * @param onScan takes what was read; a text: what is wrong with it, and the camera goes on
 */
export function ScanSheet({
  title,
  onScan,
  onClose,
}: {
  title: string;
  onScan: (scan: Scan) => string | null;
  onClose: () => void;
}) {
  const { t } = useFrameWords();
  const video = useRef<HTMLVideoElement>(null);
  const [camera, setCamera] = useState<'asking' | 'live' | 'none'>('asking');
  const [said, setSaid] = useState<string | null>(null);
  const missed = useRef(0);
  const done = useRef(false);
  const { send } = useWorker<ScanAsk, ScanReply>(
    () => new Worker(new URL('../../../workers/scanCode.ts', import.meta.url), { type: 'module' }),
    (reply) => {
      if (done.current) return;
      if (reply.kind === 'none') {
        missed.current += 1;
        if (reply.of === 'picture') setSaid(t('scan.none-in-picture'));
        else if (missed.current === HINT_AFTER) setSaid(t('scan.hint'));
        return;
      }
      const scan = readScan(reply.text);
      if (scan.kind === 'foreign') return setSaid(t('scan.foreign', { text: scan.address }));
      const wrong = onScan(scan);
      if (wrong !== null) return setSaid(wrong);
      done.current = true;
      onClose();
    },
  );
  useCamera(video, setCamera);
  useFrames(video, camera === 'live', (grey, width, height) => send({ kind: 'frame', grey, width, height }));
  return (
    <Sheet open onOpenChange={(o) => !o && onClose()} title={title} close={t('close')}>
      <div className="grid gap-3" data-scan={camera}>
        <video
          ref={video}
          autoPlay
          playsInline
          muted
          className={camera === 'live' ? 'block max-h-[50vh] w-full bg-sunk object-cover' : 'hidden'}
        />
        {camera !== 'live' && (
          <p className="text-soft">{t(camera === 'none' ? 'scan.no-camera' : 'photo.asking-camera')}</p>
        )}
        <p role="status" className="min-h-5 text-sm text-plum" data-scan-said>
          {said ?? ''}
        </p>
        <label className="inline-flex min-h-11 cursor-pointer items-center justify-self-start rounded-sm border border-outline bg-raised px-3.5 font-semibold focus-within:outline-2">
          {t('scan.picture')}
          <input
            type="file"
            accept="image/*"
            className="sr-only"
            onChange={(e) => {
              const file = e.target.files?.[0];
              e.target.value = '';
              if (file) send({ kind: 'picture', file });
            }}
            data-scan-file
          />
        </label>
      </div>
    </Sheet>
  );
}

/** The camera at the back, as long as the screen stands. */
function useCamera(
  video: React.RefObject<HTMLVideoElement | null>,
  onState: (state: 'live' | 'none') => void,
): void {
  const told = useRef(onState);
  useEffect(() => {
    told.current = onState;
  }, [onState]);
  useEffect(() => {
    let stream: MediaStream | undefined;
    let gone = false;
    const devices = navigator.mediaDevices as MediaDevices | undefined;
    const asked = devices
      ? devices.getUserMedia({ video: { facingMode: 'environment', width: { ideal: LONGEST } } })
      : Promise.reject(new Error('no camera'));
    asked.then(
      (s) => {
        stream = s;
        if (gone) return s.getTracks().forEach((track) => track.stop());
        if (video.current) video.current.srcObject = s;
        told.current('live');
      },
      () => !gone && told.current('none'),
    );
    return () => {
      gone = true;
      stream?.getTracks().forEach((track) => track.stop());
    };
  }, [video]);
}

/** Frames of the camera in grey, some a second. */
function useFrames(
  video: React.RefObject<HTMLVideoElement | null>,
  on: boolean,
  onFrame: (grey: Uint8ClampedArray, width: number, height: number) => void,
): void {
  const take = useRef(onFrame);
  useEffect(() => {
    take.current = onFrame;
  }, [onFrame]);
  useEffect(() => {
    if (!on) return undefined;
    const canvas = document.createElement('canvas');
    const look = () => {
      const v = video.current;
      if (!v || v.videoWidth === 0) return;
      const scale = Math.min(1, LONGEST / Math.max(v.videoWidth, v.videoHeight));
      canvas.width = Math.round(v.videoWidth * scale);
      canvas.height = Math.round(v.videoHeight * scale);
      const pen = canvas.getContext('2d', { willReadFrequently: true });
      if (!pen) return;
      pen.drawImage(v, 0, 0, canvas.width, canvas.height);
      const { data } = pen.getImageData(0, 0, canvas.width, canvas.height);
      take.current(greyOf(data), canvas.width, canvas.height);
    };
    const beat = setInterval(look, EVERY_MS);
    return () => clearInterval(beat);
  }, [video, on]);
}
