import { useEffect, useState, type ComponentType, type FunctionComponent } from "react";
import { atRest } from "./atRest";
import { untilFetched } from "./untilFetched";

/**
 * A part of which nothing is seen at first: it is fetched once the page rests, and drawn then. The page is
 * alive without it.
 */
export function afterPage<Props extends object>(
  fetchIt: () => Promise<ComponentType<Props>>,
): FunctionComponent<Props> {
  return function AfterPage(props) {
    const [Part, setPart] = useState<ComponentType<Props>>();
    useEffect(() => {
      let isLeft = false;
      void atRest()
        .then(() => untilFetched(fetchIt))
        .then((Come) => {
          if (!isLeft) setPart(() => Come);
        });
      return () => {
        isLeft = true;
      };
    }, []);
    return Part ? <Part {...props} /> : null;
  };
}
