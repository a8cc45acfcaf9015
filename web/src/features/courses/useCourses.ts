import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";

import { answered, client } from "../../api/client";

const key = ["courses"];

export function useCourses() {
  return useQuery({ queryKey: key, queryFn: () => answered(client.GET("/api/courses")) });
}

export function useNewCourse() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (name: string) => answered(client.POST("/api/courses", { body: { name } })),
    onSuccess: () => queries.invalidateQueries({ queryKey: key }),
  });
}

export function useNewAssignment(course: number) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (body: { title: string; guide: string }) =>
      answered(
        client.POST("/api/courses/{course_id}/assignments", { params: { path: { course_id: course } }, body }),
      ),
    onSuccess: () => queries.invalidateQueries({ queryKey: key }),
  });
}

/** A course that was put away is in sight again. */
export function useBringBack() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (course: number) => answered(client.DELETE("/api/courses/{course_id}/away", { params: { path: { course_id: course } } })),
    onSuccess: () => queries.invalidateQueries({ queryKey: key }),
  });
}
