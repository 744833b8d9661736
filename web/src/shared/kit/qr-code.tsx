import { lazy, Suspense } from 'react';

const Code = lazy(async () => ({ default: (await import('qrcode.react')).QRCodeSVG }));

const SIZE_PX = 168;

/** An address for a camera to read. Dark on light in either theme: cameras want it so. */
export function QrCode({ value, title }: { readonly value: string; readonly title: string }) {
  return (
    <Suspense fallback={<span className="block" style={{ width: SIZE_PX, height: SIZE_PX }} />}>
      <Code value={value} size={SIZE_PX} marginSize={2} title={title} />
    </Suspense>
  );
}
