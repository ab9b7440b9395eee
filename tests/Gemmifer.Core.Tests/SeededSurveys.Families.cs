using System.Text.Json.Nodes;

namespace Gemmifer.Core.Tests;

/// <content>What only some families have.</content>
public static partial class SeededSurveys
{
    private sealed partial class Maker
    {
        private JsonObject Support(string of)
        {
            var (wide, high) = of switch
            {
                "arch" => (1400.0, 2300.0),
                "obelisk" => (Between(300, 700), 2100),
                "post" or "stake" => (Between(60, 250), 2300),
                "pergola" => (3600, 2400),
                _ => (Between(1200, 4200), Between(1200, 2800)),
            };
            var support = new JsonObject
            {
                ["kind"] = of,
                ["width"] = wide,
                ["height"] = high,
                ["y"] = 60,
            };
            if (of is "arch" or "pergola")
            {
                support["from"] = 0;
            }

            if (of == "wires" || (of == "wall" && OneIn(3)))
            {
                support["wires"] = new JsonArray([
                    .. Enumerable
                        .Range(1, random.Next(1, 5))
                        .Select(i => (JsonNode)new JsonObject { ["height"] = i * 280 }),
                ]);
            }

            if (of == "wall" && OneIn(3))
            {
                support["openings"] = new JsonArray(
                    new JsonObject
                    {
                        ["x"] = Between(-900, 600),
                        ["z"] = Between(0, 900),
                        ["width"] = 500,
                        ["height"] = 700,
                    }
                );
            }

            return support;
        }

        /// <summary>Spurs with their shoots, or shoots alone, on an arm, a trunk or the ground.</summary>
        private void PlacesOn(JsonArray stems, string on)
        {
            for (var n = 1; n <= random.Next(1, 7); n++)
            {
                var name = $"{on[0]}{n}";
                var at = on is "L" or "R" ? Between(20, 690) : Between(300, 490);
                if (on == "ground" || OneIn(4))
                {
                    stems.Add(Shoot(name, on, at));
                    continue;
                }

                var high = Between(30, 190);
                stems.Add(Part(name, "spur", on, 18, random.Next(2, 8), high + 20, at));
                for (var k = 0; k < random.Next(0, 4); k++)
                {
                    stems.Add(Shoot($"{name}{(char)('a' + k)}", name, k == 0 ? Between(5, 25) : Between(25, high)));
                }
            }
        }

        public void Vine(JsonObject survey)
        {
            var system = Any("goblet", "cordon", "long-cane", "t-trellis", "training");
            var vine = new JsonObject();
            survey["vine"] = vine;
            if (!OneIn(6))
            {
                vine["system"] = system;
            }

            Facts(vine);
            if (OneIn(3))
            {
                survey["school"] = School();
            }

            var stems = new JsonArray();
            survey["stems"] = stems;
            var trunk = system != "training" || OneIn(2);
            if (trunk)
            {
                stems.Add(Part("T", "trunk", "ground", Between(8, 50), random.Next(1, 12), Between(500, 1000), 0));
            }

            string[] ons = system is "cordon" or "t-trellis" && trunk ? ["L", "R"] : [trunk ? "T" : "ground"];
            foreach (var arm in ons.Where(o => o is "L" or "R"))
            {
                stems.Add(
                    Part(arm, "arm", "T", 28, random.Next(2, 9), Between(700, 1200), 450)
                        .Also("clock", arm == "L" ? 9 : 3)
                        .Also("lean", 90)
                );
            }

            foreach (var on in ons)
            {
                PlacesOn(stems, on);
            }

            if (trunk && OneIn(2))
            {
                stems.Add(Shoot("W", "T", 150));
            }

            if (OneIn(2))
            {
                survey["support"] = new JsonObject
                {
                    ["kind"] = Any("wires", "t-trellis", "stake", "wall"),
                    ["width"] = 3000,
                    ["height"] = 1900,
                    ["wires"] = new JsonArray([
                        .. Enumerable
                            .Range(1, 3)
                            .Select(i =>
                                (JsonNode)new JsonObject { ["height"] = i * 500, ["y"] = i % 2 == 0 ? 300 : -300 }
                            ),
                    ]),
                };
            }
        }

        private void Facts(JsonObject vine)
        {
            if (OneIn(2))
            {
                vine["year"] = random.Next(1, 9);
            }

            if (!OneIn(3))
            {
                vine["spacing"] = Between(900, 3000);
            }

            if (OneIn(2))
            {
                vine["pruningWeight"] = Between(50, 2500);
            }

            if (OneIn(3))
            {
                vine["winterLoss"] = new JsonObject { ["cut"] = 100, ["dead"] = random.Next(0, 80) };
            }

            if (OneIn(4))
            {
                vine["rule"] = Any("metre", "spurs");
            }

            if (OneIn(4))
            {
                vine["stage"] = 2;
            }

            if (OneIn(4))
            {
                vine["records"] = new JsonArray(
                    new JsonObject
                    {
                        ["season"] = 2025,
                        ["pruningWeight"] = Between(100, 2000),
                        ["crop"] = Between(500, 9000),
                    }
                );
            }
        }

        private static JsonObject Placed(JsonObject stem, string on, double at)
        {
            if (on is not ("ground" or "crown" or "rootstock"))
            {
                stem["at"] = at;
            }

            return stem;
        }

        private JsonObject Part(
            string id,
            string role,
            string on,
            double diameter,
            int age,
            double length,
            double at
        ) =>
            Placed(
                new JsonObject
                {
                    ["id"] = id,
                    ["role"] = role,
                    ["parent"] = on,
                    ["clock"] = Clock(),
                    ["diameter"] = diameter,
                    ["age"] = age,
                    ["length"] = length,
                },
                on,
                at
            );

        private JsonObject Shoot(string id, string on, double at) =>
            Placed(Stem(id, Any("shoot", "shoot", "cane"), on, Between(4, 22), 1, Between(200, 1700)), on, at);

        public void Row(JsonObject survey)
        {
            survey["stems"] = new JsonArray();
            if (OneIn(2))
            {
                survey["school"] = School();
            }

            if (!OneIn(4))
            {
                var first = random.Next(0, 90);
                var row = new JsonObject
                {
                    ["length"] = Between(500, 12000),
                    ["firstYear"] = first,
                    ["secondYear"] = random.Next(0, 40),
                    ["spent"] = random.Next(0, 60),
                    ["thin"] = random.Next(0, first + 1),
                };
                survey["row"] = row;
                if (OneIn(2))
                {
                    row["meanHeight"] = Between(600, 2600);
                }

                if (OneIn(3))
                {
                    row["plants"] = random.Next(1, 15);
                }

                if (kind == "canefruit.unknown")
                {
                    row["observations"] = new JsonArray([
                        .. Enumerable
                            .Range(0, random.Next(0, 3))
                            .Select(_ =>
                                (JsonNode)
                                    new JsonObject
                                    {
                                        ["date"] = Any("2026-07-10", "2026-10-05"),
                                        ["what"] = Any("old-canes-fruited", "new-canes-fruited", "new-canes-bare"),
                                    }
                            ),
                    ]);
                }
            }

            if (survey["row"] is null || OneIn(4))
            {
                survey["stems"] = new JsonArray([
                    .. Enumerable
                        .Range(0, random.Next(1, 9))
                        .Select(i =>
                            (JsonNode)Stem(
                                ((char)('A' + i)).ToString(),
                                "cane",
                                Any("ground", "crown"),
                                Between(4, 18),
                                random.Next(1, 4),
                                Between(500, 2400)
                            )
                        ),
                ]);
            }

            if (OneIn(3))
            {
                survey["support"] = Support(Any("wires", "post", "fence"));
            }
        }
    }
}
