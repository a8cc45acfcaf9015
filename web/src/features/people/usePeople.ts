import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";

import { answered, client, type Schemas } from "../../api/client";

type People = Schemas["PeopleSchema"];
export type InvitedRole = Schemas["InvitedRole"];

/** Everybody in a course, and what its owner does about them and it. */
export function usePeople(course: number) {
  const queries = useQueryClient();
  const path = { course_id: course };
  const key = ["people", course];
  const settle = (people: People) => queries.setQueryData(key, people);
  const changed = () => queries.invalidateQueries({ queryKey: ["courses"] });
  const person = (username: string) => ({ params: { path: { ...path, username } } });
  return {
    people: useQuery({ queryKey: key, queryFn: () => answered(client.GET("/api/courses/{course_id}/people", { params: { path } })) }),
    contents: useQuery({ queryKey: ["contents", course], queryFn: () => answered(client.GET("/api/courses/{course_id}", { params: { path } })) }),
    invite: useMutation({
      mutationFn: (body: { role: InvitedRole; days: number }) => answered(client.POST("/api/courses/{course_id}/invitations", { params: { path }, body })),
      onSuccess: settle,
    }),
    withdraw: useMutation({
      mutationFn: (id: number) =>
        answered(client.DELETE("/api/courses/{course_id}/invitations/{invitation_id}", { params: { path: { ...path, invitation_id: id } } })),
      onSuccess: settle,
    }),
    setRole: useMutation({
      mutationFn: ({ username, role }: { username: string; role: InvitedRole }) =>
        answered(client.PUT("/api/courses/{course_id}/people/{username}", { ...person(username), body: { role } })),
      onSuccess: settle,
    }),
    sendAway: useMutation({
      mutationFn: (username: string) => answered(client.DELETE("/api/courses/{course_id}/people/{username}", person(username))),
      onSuccess: settle,
    }),
    handOver: useMutation({
      mutationFn: (username: string) => answered(client.POST("/api/courses/{course_id}/hand-over", { params: { path }, body: { username } })),
      onSuccess: (people) => {
        settle(people);
        return changed();
      },
    }),
    copy: useMutation({
      mutationFn: (name: string) => answered(client.POST("/api/courses/{course_id}/copy", { params: { path }, body: { name } })),
      onSuccess: changed,
    }),
    away: useMutation({
      mutationFn: (away: boolean) =>
        answered(away ? client.PUT("/api/courses/{course_id}/away", { params: { path } }) : client.DELETE("/api/courses/{course_id}/away", { params: { path } })),
      onSuccess: changed,
    }),
    remove: useMutation({
      mutationFn: (name: string) => answered(client.DELETE("/api/courses/{course_id}", { params: { path, query: { name } } })),
      onSuccess: changed,
    }),
  };
}

/** An invitation by its link. */
export function useInvitation(token: string) {
  const queries = useQueryClient();
  const path = { params: { path: { token } } };
  return {
    invitation: useQuery({ queryKey: ["invitation", token], queryFn: () => answered(client.GET("/api/invitations/{token}", path)), retry: false, staleTime: Infinity }),
    take: useMutation({
      mutationFn: () => answered(client.POST("/api/invitations/{token}", path)),
      onSuccess: () => queries.invalidateQueries({ queryKey: ["courses"] }),
    }),
  };
}
