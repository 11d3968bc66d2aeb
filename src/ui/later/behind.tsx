import {
  Activity,
  lazy,
  useEffect,
  useMemo,
  useState,
  type ComponentType,
  type FunctionComponent,
} from "react";
import { untilFetched } from "./untilFetched";

/**
 * A part as the server drew it, until its code has come; `here` is told then. It keeps what it began with
 * until then: React holds back every change of a page that reaches a part which it cannot draw yet.
 */
export function behind<Props extends object>(
  fetchIt: () => Promise<ComponentType<Props>>,
): FunctionComponent<{ readonly props: Props; readonly here?: () => void }> {
  const Part = lazy(async () => {
    const Whole = (await untilFetched(fetchIt)) as ComponentType<object>;
    function Come({ come, ...props }: { come: () => void }) {
      useEffect(come, [come]);
      return <Whole {...props} />;
    }
    return { default: Come };
  });
  return function Behind({ props, here }) {
    const [first] = useState(props);
    const [isHere, setHere] = useState(false);
    const [come] = useState(() => () => {
      setHere(true);
      here?.();
    });
    const shown = isHere ? props : first;
    return useMemo(
      () => (
        <Activity>
          <Part {...shown} come={come} />
        </Activity>
      ),
      [shown, come],
    );
  };
}
