import { createBrowserRouter } from "react-router";

import { ComposePage } from "../features/compose";
import { CoursesPage } from "../features/courses";
import { CrossCheckPage } from "../features/cross-check";
import { DeskPage } from "../features/desk";
import { AssignmentHousePage, CourseHousePage } from "../features/house";
import { PapersPage } from "../features/papers";
import { ShelfPage } from "../features/shelf";
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
      { path: "/assignments/:assignmentId/house", element: <AssignmentHousePage /> },
      { path: "/courses/:courseId/house", element: <CourseHousePage /> },
      { path: "/papers/:paperId", element: <DeskPage /> },
      { path: "/papers/:paperId/cross-check", element: <CrossCheckPage /> },
      { path: "/guides", element: <ShelfPage /> },
      { path: "/guides/:guideId", element: <ShelfPage /> },
      { path: "/compose", element: <ComposePage /> },
      { path: "*", element: <LostPage /> },
    ],
  },
]);
