import { useEffect, useRef, useState, type RefObject } from 'react';

/** Whether an element has come near the window's view: once it has, it stays so. */
export function useNear<E extends Element>(): [RefObject<E | null>, boolean] {
  const place = useRef<E>(null);
  const [isNear, setNear] = useState(false);
  useEffect(() => {
    const watch = new IntersectionObserver(
      (seen) => {
        if (!seen.some(({ isIntersecting }) => isIntersecting)) return;
        setNear(true);
        watch.disconnect();
      },
      { rootMargin: '300px' },
    );
    watch.observe(place.current!);
    return () => watch.disconnect();
  }, []);
  return [place, isNear];
}
