import { chakra } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { api, type ApiError, must } from "../api/client";
import { forgetGarden } from "../app/here";
import { Notice } from "../app/ui";

/** The code of a link stands behind its hash sign, where no log sees it. */
const code = () => decodeURIComponent(window.location.hash.slice(1));

/** Signs this device in with the code of a link, and goes on to the garden. */
export default function Enter() {
  const entered = useQuery({
    queryKey: ["enter", code()],
    queryFn: async () => {
      await must(api.POST("/api/sign-in", { body: { code: code() } }));
      // What was kept of the garden here was for whoever was signed in before.
      await forgetGarden();
      window.location.replace("/");
      return true;
    },
    enabled: code() !== "",
    retry: false,
    staleTime: Infinity,
    refetchOnWindowFocus: false,
  });
  const error = entered.error as ApiError | null;
  return (
    <chakra.main padding="24px" maxWidth="640px" marginInline="auto" display="grid" gap="14px">
      <title>Signing in - Gemmifer</title>
      <chakra.h1 fontSize="1.8rem">Gemmifer</chakra.h1>
      {code() === "" ? (
        <Notice tone="look">This link has no code. Scan it again, or ask for a new one.</Notice>
      ) : error ? (
        <Notice tone="wrong" role="alert">
          {error.message}
        </Notice>
      ) : (
        <p role="status">Signing this device in.</p>
      )}
      {(error || code() === "") && (
        <a href="/" style={{ padding: "12px 0" }}>
          To the garden
        </a>
      )}
    </chakra.main>
  );
}
