import { createBrowserRouter, type RouteObject } from "react-router";

import { BrokenPage } from "./BrokenPage";
import { Frame } from "./Frame";
import { LostPage } from "./LostPage";

/** A view of its own file, fetched when it is first gone to. */
function view(load: () => Promise<RouteObject["Component"]>): Pick<RouteObject, "lazy"> {
  return { lazy: async () => ({ Component: await load() }) };
}

export const router = createBrowserRouter([
  { path: "/sign-in", hydrateFallbackElement: <></>, ...view(async () => (await import("../features/sign-in")).SignInPage) },
  { path: "/sign-up", hydrateFallbackElement: <></>, ...view(async () => (await import("../features/account")).SignUpPage) },
  { path: "/new-password/:identity/:token", hydrateFallbackElement: <></>, ...view(async () => (await import("../features/account")).NewPasswordPage) },
  {
    element: <Frame />,
    errorElement: <BrokenPage />,
    hydrateFallbackElement: <></>,
    children: [
      { path: "/", ...view(async () => (await import("../features/courses")).CoursesPage) },
      { path: "/assignments/:assignmentId", ...view(async () => (await import("../features/papers")).PapersPage) },
      { path: "/assignments/:assignmentId/class", ...view(async () => (await import("../features/class")).ClassPage) },
      { path: "/courses/:courseId/people", ...view(async () => (await import("../features/people")).PeoplePage) },
      { path: "/account", ...view(async () => (await import("../features/account")).AccountPage) },
      { path: "/join/:token", ...view(async () => (await import("../features/people")).JoinPage) },
      { path: "/courses/:courseId/term", ...view(async () => (await import("../features/class")).TermPage) },
      { path: "/assignments/:assignmentId/house", ...view(async () => (await import("../features/house")).AssignmentHousePage) },
      { path: "/courses/:courseId/house", ...view(async () => (await import("../features/house")).CourseHousePage) },
      { path: "/papers/:paperId", ...view(async () => (await import("../features/desk")).DeskPage) },
      { path: "/papers/:paperId/cross-check", ...view(async () => (await import("../features/cross-check")).CrossCheckPage) },
      { path: "/papers/:paperId/drafts", ...view(async () => (await import("../features/drafts")).DraftsPage) },
      { path: "/guides", ...view(async () => (await import("../features/shelf")).ShelfPage) },
      { path: "/guides/:guideId", ...view(async () => (await import("../features/shelf")).ShelfPage) },
      { path: "/compose", ...view(async () => (await import("../features/compose")).ComposePage) },
      { path: "*", element: <LostPage /> },
    ],
  },
]);
