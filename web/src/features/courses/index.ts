export { CoursesPage } from "./CoursesPage";
