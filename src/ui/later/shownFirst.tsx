import {
  Suspense,
  useCallback,
  useSyncExternalStore,
  type ComponentType,
  type FunctionComponent,
} from "react";
import { atRest } from "./atRest";
import { behind } from "./behind";

/** Is the window one of a media query; on the server it is of every one. */
function useMedia(media: string): boolean {
  const subscribe = useCallback(
    (hear: () => void) => {
      const query = window.matchMedia(media);
      query.addEventListener("change", hear);
      return () => query.removeEventListener("change", hear);
    },
    [media],
  );
  return useSyncExternalStore(
    subscribe,
    () => window.matchMedia(media).matches,
    () => true,
  );
}

/**
 * A part that shows something, or leads somewhere by plain links, as the server drew it; what brings it to
 * life is fetched once the page rests. Nothing else belongs into it: a press that only a script hears would
 * be lost until then.
 */
export function shownFirst<Props extends object>(
  fetchIt: () => Promise<ComponentType<Props>>,
): FunctionComponent<Props> {
  const Part = behind(async () => {
    await atRest();
    return fetchIt();
  });
  return function ShownFirst(props) {
    return <Part props={props} />;
  };
}

/** The same for a part that is seen in windows of a media query alone: in others it is neither there nor fetched. */
export function shownFirstIn<Props extends object>(
  media: string,
  fetchIt: () => Promise<ComponentType<Props>>,
): FunctionComponent<Props> {
  const Part = shownFirst(fetchIt);
  return function ShownFirstIn(props) {
    return useMedia(media) ? (
      <Suspense>
        <Part {...props} />
      </Suspense>
    ) : null;
  };
}
