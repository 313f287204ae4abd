import type { createBrowserRouter } from 'react-router';

/** Whether the screen is about to be left: whatever it would still put into its own address is not wanted any more. */

type Router = ReturnType<typeof createBrowserRouter>;

let next: string | undefined;

/** Follows a router: the library tells components of a way that is under way only when they are drawn again. */
export function followRouter(router: Router): void {
  router.subscribe(({ navigation }) => (next = navigation.location?.pathname));
}

/** Whether another screen has been asked for and is being fetched. Going anywhere else meanwhile would call that off. */
export const isLeaving = (): boolean => next !== undefined && next !== location.pathname;
