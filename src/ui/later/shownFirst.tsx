import type { ComponentType, FunctionComponent } from "react";
import { atRest } from "./atRest";
import { behind } from "./behind";

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
