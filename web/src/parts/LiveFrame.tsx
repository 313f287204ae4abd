import { useEffect, useRef, useState, type ReactNode } from 'react';
import { dropFrame, queueFrame } from './frameQueue.ts';
import { dressFrame, pinFrame, tellScroll, type PinnedState, type Preview } from './preview.ts';

interface LiveFrameProps {
  preview: Preview;
  title: string;
  /** Window of the page, CSS pixels. */
  width: number;
  height: number;
  /** Size on screen as a share of that. */
  scale: number;
  scroll: number;
  /** CSS that puts another ground under the header, for looking only. */
  ground?: string;
  /** A state that it is held in. */
  held?: PinnedState | undefined;
  /** Whether the page can be worked with, or is only to be looked at. */
  isLive?: boolean;
  onScroll?: ((scroll: number) => void) | undefined;
  /** Called with the address of a link that was followed. */
  onLink?: (address: string) => void;
  /** Called with what was clicked in the page; where it says that it takes the click, no link is followed. */
  onPick?: (element: Element) => unknown;
  /** Called with the page's document once it is loaded and dressed. */
  onReady?: (inside: Document) => void;
  children?: ReactNode;
}

/** A page with its header as it ships, in a frame. */
export function LiveFrame(props: LiveFrameProps) {
  const { preview, title, width, height, scale, isLive = false, children } = props;
  const { frame, loads, onLoad } = useLiveFrame(props);
  return (
    <div style={{ position: 'relative', width: width * scale, height: height * scale, overflow: 'hidden' }}>
      <iframe
        ref={frame}
        title={title}
        srcDoc={preview.html}
        // A header of the site's own may bring anything along: nothing in its frame runs.
        {...(preview.telling && { sandbox: 'allow-same-origin' })}
        onLoad={onLoad}
        tabIndex={isLive ? 0 : -1}
        inert={!isLive}
        data-loads={loads}
        style={{
          width,
          height,
          border: 0,
          background: '#fff',
          transform: `scale(${scale})`,
          transformOrigin: '0 0',
          pointerEvents: isLive ? 'auto' : 'none',
        }}
      />
      {children}
    </div>
  );
}

type Told = Pick<LiveFrameProps, 'preview' | 'scroll' | 'ground' | 'onScroll' | 'onLink' | 'onPick'>;

/** Keeps what is in a frame as it is wanted: dressed, scrolled, held; and tells of what is done in it. */
function useLiveFrame(props: LiveFrameProps) {
  const { preview, width, scroll, ground, held, isLive = false, onScroll, onLink, onPick, onReady } = props;
  const frame = useRef<HTMLIFrameElement>(null);
  const [loads, setLoads] = useState(0);
  const now = useRef<Told>({ preview, scroll });
  useEffect(() => {
    now.current = { preview, scroll, ground, onScroll, onLink, onPick };
  });
  /** Whether the scroll that comes next was asked for from outside. */
  const sent = useRef(false);
  const goTo = (inside: Window, top: number) => {
    const before = inside.scrollY;
    inside.scrollTo({ top, behavior: 'instant' });
    sent.current = inside.scrollY !== before;
  };

  const onLoad = () => {
    const element = frame.current!;
    const inside = element.contentWindow!;
    dressFrame(element, now.current.preview, now.current.ground, isLive);
    inside.addEventListener('scroll', () => followScroll(element, sent, now.current), { passive: true });
    goTo(inside, now.current.scroll);
    inside.document.addEventListener('click', (event) => followClick(event, now.current));
    onReady?.(inside.document);
    setLoads((count) => count + 1);
  };

  useEffect(() => {
    const element = frame.current!;
    if (loads === 0) return;
    if (isLive) return dressFrame(element, preview, ground, true);
    queueFrame(element, () => dressFrame(element, preview, ground));
  }, [preview, ground, loads, isLive]);
  useEffect(() => {
    const element = frame.current!;
    return () => dropFrame(element);
  }, []);

  // One that nobody holds is left as it is: whoever works with it has opened what is open.
  const wasHeld = useRef(false);
  useEffect(() => {
    const inside = frame.current?.contentDocument;
    if (loads === 0 || !inside || (!held && !wasHeld.current)) return;
    wasHeld.current = held !== undefined;
    pinFrame(inside, held);
  }, [held, loads]);

  useEffect(() => {
    const inside = frame.current?.contentWindow;
    if (loads > 0 && inside && Math.round(inside.scrollY) !== scroll) {
      goTo(inside, scroll);
    }
  }, [scroll, loads, width]);
  return { frame, loads, onLoad };
}

/** Tells of a scroll in a frame, but for one that was asked for from outside: whoever asked may be further on by now. */
function followScroll(element: HTMLIFrameElement, sent: { current: boolean }, { onScroll }: Told): void {
  const inside = element.contentWindow!;
  tellScroll(element);
  if (!sent.current) return onScroll?.(Math.round(inside.scrollY));
  // One that goes when scrolled down is there where it was gone to: that is the moment to be seen.
  delete inside.document.querySelector<HTMLElement>('.hr')?.dataset.gone;
  sent.current = false;
}

/** Tells of a click in a frame, and of a link that it follows: none is followed there. */
function followClick(event: MouseEvent, { onPick, onLink }: Told): void {
  if (onPick?.(event.target as Element) === true) return event.preventDefault();
  const address = (event.target as Element).closest('a[href]')?.getAttribute('href');
  if (address === null || address === undefined || address.startsWith('#')) return;
  event.preventDefault();
  onLink?.(address);
}
