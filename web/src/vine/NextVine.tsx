import { useQuery } from "@tanstack/react-query";
import { useEffect } from "react";
import { NavLink, useLocation, useNavigate } from "react-router";
import { api, must } from "../api/client";

/** The next vine of the row, by a tap or by the key N. */
export function NextVine({ id }: { id: string }) {
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const found = useQuery({
    queryKey: ["plants", "next", id],
    queryFn: async () => (await must(api.GET("/api/plants/{id}/next", { params: { path: { id } } }))) ?? null,
  });
  const next = found.data;
  const to = next ? `/plants/${next.id}/${pathname.split("/")[3] ?? "look"}` : null;
  useEffect(() => {
    if (!to) return;
    const press = (e: KeyboardEvent) => {
      const typing = e.target instanceof HTMLElement && /^(INPUT|SELECT|TEXTAREA)$/.test(e.target.tagName);
      if (e.key.toLowerCase() === "n" && !typing && !e.ctrlKey && !e.metaKey && !e.altKey) void navigate(to);
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  }, [to, navigate]);
  return next && to ? (
    <NavLink to={to} title="The next vine of the row; key N">
      {next.name} is next
    </NavLink>
  ) : null;
}
