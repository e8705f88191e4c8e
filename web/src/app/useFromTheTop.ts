import { useEffect, useRef } from 'react';
import { NavigationType, useLocation, useNavigationType } from 'react-router';

/**
 * A screen that is opened is read from its top, wherever the one before was left; back and forward find it as it was, and what
 * a screen puts the cursor in stays in sight.
 */
export function useFromTheTop(): void {
  const { pathname, hash } = useLocation();
  const how = useNavigationType();
  const before = useRef(pathname);
  useEffect(() => {
    if (before.current === pathname) return;
    before.current = pathname;
    const typing = document.activeElement?.closest('main :is(input, textarea, select)');
    if (how !== NavigationType.Pop && hash === '' && !typing) window.scrollTo(0, 0);
  }, [pathname, hash, how]);
}
