import { createBrowserRouter } from "react-router";

import { CoursesPage } from "../features/courses";
import { CrossCheckPage } from "../features/cross-check";
import { DeskPage } from "../features/desk";
import { PapersPage } from "../features/papers";
import { SignInPage } from "../features/sign-in";
import { BrokenPage } from "./BrokenPage";
import { Frame } from "./Frame";
import { LostPage } from "./LostPage";

export const router = createBrowserRouter([
  { path: "/sign-in", element: <SignInPage /> },
  {
    element: <Frame />,
    errorElement: <BrokenPage />,
    children: [
      { path: "/", element: <CoursesPage /> },
      { path: "/assignments/:assignmentId", element: <PapersPage /> },
      { path: "/papers/:paperId", element: <DeskPage /> },
      { path: "/papers/:paperId/cross-check", element: <CrossCheckPage /> },
      { path: "*", element: <LostPage /> },
    ],
  },
]);
