import { clsx } from 'clsx';
import { useEffect, useState } from 'react';
import css from './code.module.css';
import { untilItComes } from './untilItComes.ts';

interface CodeProps {
  /** A QR code that any phone reads, or a data matrix with GS1 element strings. */
  symbol: 'qr' | 'gs1';
  text: string;
  alt: string;
  sizeMm: number;
  className?: string | undefined;
}

/** A barcode, drawn when its library has come; it is loaded only where codes are printed. */
export function Code({ symbol, text, alt, sizeMm, className }: CodeProps) {
  const [svg, setSvg] = useState<string | null>(null);
  useEffect(() => {
    let isCurrent = true;
    void untilItComes(() => import('bwip-js/browser')).then(({ default: bwip }) => {
      // Labels of our own carry lot and date without an article number, for there is none: the standard's check of that is off.
      const options = { bcid: symbol === 'qr' ? 'qrcode' : 'gs1datamatrix', text, scale: 3, dontlint: true };
      if (isCurrent) setSvg(bwip.toSVG(options));
    });
    return () => {
      isCurrent = false;
    };
  }, [symbol, text]);
  const size = { width: `${sizeMm}mm`, height: `${sizeMm}mm` };
  return svg === null ? (
    <span className={clsx(css.space, className ?? '')} style={size} />
  ) : (
    <img className={clsx(css.code, className ?? '')} src={`data:image/svg+xml;utf8,${encodeURIComponent(svg)}`} alt={alt} style={size} />
  );
}
