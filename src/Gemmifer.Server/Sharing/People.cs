using Gemmifer.Core.Exchange;
using Gemmifer.Data;
using Gemmifer.Data.People;
using Gemmifer.Server.Http;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Server.Sharing;

/// <summary>A browser that is signed in.</summary>
/// <param name="This">Whether it is the one that asks.</param>
public sealed record DeviceView(string Id, string Name, DateTimeOffset SignedInAt, DateTimeOffset SeenAt, bool This);

/// <summary>Somebody who was let in.</summary>
/// <param name="You">Whether it is whoever asks.</param>
public sealed record PersonView(string Id, string Name, Role Role, bool You, DeviceView[] Devices);

/// <summary>A link to look at one plant or bed.</summary>
/// <param name="Shows">Name of the plant, or the bed.</param>
/// <param name="Opened">On how many browsers it is open.</param>
public sealed record LookLinkView(string Id, string Shows, DateTimeOffset EndsAt, int Opened);

/// <summary>Everybody who was let in.</summary>
/// <param name="Address">Where other devices reach the garden.</param>
/// <param name="OwnCertificate">Whether browsers have to be told to trust it.</param>
public sealed record PeopleView(string Address, bool OwnCertificate, PersonView[] People, LookLinkView[] Links);

/// <summary>A link that lets in; it is told once, and kept by its hash only.</summary>
/// <param name="Id">Of the person who is let in, or of the link to look.</param>
/// <param name="Picture">The same as a QR code, SVG.</param>
public sealed record InvitationView(string Id, string Url, string Picture, DateTimeOffset EndsAt);

/// <summary>Somebody to be let in, by name.</summary>
public sealed record PersonInput(string Name) : IBody<PersonInput>
{
    static PersonInput IBody<PersonInput>.Read(FieldReader f, DateOnly today)
    {
        var name = f.Require("name") ? f.Text("name", People.MostName)?.Trim() : null;
        if (name is "")
        {
            f.Error("/name", "length", "Say whom you let in.");
        }

        return new PersonInput(name ?? "");
    }
}

/// <summary>A link to look: a plant by its id or a place, and for how many days.</summary>
public sealed record LookLinkInput(string? Plant, string? Place, int Days) : IBody<LookLinkInput>
{
    private const int MostDays = 366;

    static LookLinkInput IBody<LookLinkInput>.Read(FieldReader f, DateOnly today)
    {
        f.Require("days");
        var (plant, place, days) = (
            f.Text("plant", 64),
            f.Text("place", People.MostName),
            f.Whole("days", 1, MostDays)
        );
        if (f.Errors.Count == 0 && plant is null == (place is null))
        {
            f.Error("/plant", "one-of", "Name one plant, or one place.");
        }

        return new LookLinkInput(plant, place, days ?? 0);
    }
}

/// <summary>Letting in, and showing out; the owner's alone.</summary>
public static class People
{
    /// <summary>Letters of a name.</summary>
    internal const int MostName = 80;

    private const int MostPeople = 50,
        MostLinks = 100;

    /// <summary>Adds the routes.</summary>
    public static void MapPeople(this IEndpointRouteBuilder app)
    {
        app.MapGet("/api/people", ListAsync).WithName("people").Produces<PeopleView>().ProducesProblem(409);
        app.MapPost("/api/people", AddAsync)
            .WithName("addHelper")
            .WithSummary("A helper, and the link that signs their first device in.")
            .Reads<PersonInput>()
            .Produces<InvitationView>(201)
            .ProducesProblem(409)
            .ProducesProblem(422);
        app.MapPost("/api/people/{id}/code", CodeAsync)
            .WithName("letDeviceIn")
            .WithSummary("A link that signs another device of somebody in, once.")
            .Produces<InvitationView>(201)
            .ProducesProblem(404)
            .ProducesProblem(409);
        app.MapDelete("/api/people/{id}", RemoveAsync)
            .WithName("sendAway")
            .WithSummary("Ends what somebody may do, on all their devices at once.")
            .Produces(204)
            .ProducesProblem(404)
            .ProducesProblem(409);
        app.MapDelete("/api/devices/{id}", SendOutAsync)
            .WithName("endSession")
            .Produces(204)
            .ProducesProblem(404)
            .ProducesProblem(409);
        app.MapPost("/api/links", LinkAsync)
            .WithName("addLookLink")
            .WithSummary("A link to look at one plant or bed, till it ends.")
            .Reads<LookLinkInput>()
            .Produces<InvitationView>(201)
            .ProducesProblem(409)
            .ProducesProblem(422);
        app.MapDelete("/api/links/{id}", EndLinkAsync)
            .WithName("endLookLink")
            .Produces(204)
            .ProducesProblem(404)
            .ProducesProblem(409);
        app.MapGet("/api/plants/{id}/tag", TagAsync)
            .WithName("tag")
            .WithSummary("A QR code (SVG) that opens the plant.")
            .Produces(200, contentType: "image/svg+xml")
            .ProducesProblem(404)
            .ForHelpers();
    }

    /// <summary>409 where the garden is not shared.</summary>
    internal static IResult NotShared() =>
        Problems.Of(
            409,
            "not-shared",
            "This garden is not shared.",
            "It answers on this machine only, and nobody has to sign in. Start it with ./run --share to let others in."
        );

    private static async Task<IResult> ListAsync(HttpContext context, GardenContext garden, CancellationToken cancel)
    {
        if (Shared(context) is not var (share, _, people))
        {
            return NotShared();
        }

        var now = context.RequestServices.GetRequiredService<TimeProvider>().GetUtcNow();
        var me = Visitor.Of(context)!;
        var owners = await (
            from r in people.UserRoles
            join o in people.Roles on r.RoleId equals o.Id
            where o.Name == "owner"
            select r.UserId
        ).ToListAsync(cancel);
        var devices = await people.Devices.AsNoTracking().OrderBy(d => d.CreatedAt).ToListAsync(cancel);
        var persons = await people.Users.AsNoTracking().OrderBy(p => p.CreatedAt).ToListAsync(cancel);
        var links = await people
            .Links.AsNoTracking()
            .Where(l => l.Kind == LinkKind.Look && l.EndsAt > now)
            .OrderBy(l => l.EndsAt)
            .ToListAsync(cancel);
        var plants = links.Select(l => l.Plant).OfType<string>().ToArray();
        var names = await garden
            .Plants.Where(p => plants.Contains(p.Id))
            .ToDictionaryAsync(p => p.Id, p => p.Name, cancel);
        return Results.Ok(
            new PeopleView(
                share.Url,
                share.Root is not null,
                [
                    .. persons.Select(p => new PersonView(
                        p.Id,
                        p.Name,
                        owners.Contains(p.Id) ? Role.Owner : Role.Helper,
                        p.Id == me.Person,
                        [
                            .. devices
                                .Where(d => d.PersonId == p.Id)
                                .Select(d => new DeviceView(d.Id, d.Name, d.CreatedAt, d.SeenAt, d.Id == me.Device)),
                        ]
                    )),
                ],
                [
                    .. links.Select(l => new LookLinkView(
                        l.Id,
                        l.Place ?? (names.TryGetValue(l.Plant!, out var name) ? name : "A plant that is gone"),
                        l.EndsAt,
                        devices.Count(d => d.LinkId == l.Id)
                    )),
                ]
            )
        );
    }

    private static async Task<IResult> AddAsync(HttpContext context, CancellationToken cancel)
    {
        if (Shared(context) is not var (share, door, people))
        {
            return NotShared();
        }

        return await Pipeline.WithBodyAsync<PersonInput>(context.Request, cancel, async (input, f) =>
        {
            if (f.Errors.Count > 0)
            {
                return Problems.Invalid(f.Errors, "Nobody was let in.");
            }

            if (await people.Users.CountAsync(cancel) >= MostPeople)
            {
                return Problems.Of(409, "too-many", $"A garden has at most {MostPeople} people.");
            }

            var person = await door.AddAsync(input.Name, Role.Helper);
            var (link, code) = await door.SignInCodeAsync(person.Id, Doorkeeper.Sent);
            return Invitation(share, person.Id, link, code);
        });
    }

    private static async Task<IResult> CodeAsync(string id, HttpContext context, CancellationToken cancel)
    {
        if (Shared(context) is not var (share, door, people))
        {
            return NotShared();
        }

        if (!await people.Users.AnyAsync(p => p.Id == id, cancel))
        {
            return Problems.NotFound("person");
        }

        var (link, code) = await door.SignInCodeAsync(id, Doorkeeper.OnScreen);
        return Invitation(share, id, link, code);
    }

    private static async Task<IResult> RemoveAsync(string id, HttpContext context)
    {
        if (Shared(context) is null)
        {
            return NotShared();
        }

        var persons = context.RequestServices.GetRequiredService<UserManager<Person>>();
        if (await persons.FindByIdAsync(id) is not { } person)
        {
            return Problems.NotFound("person");
        }

        if (await persons.IsInRoleAsync(person, "owner"))
        {
            return Problems.Of(409, "owner", "The owner stays.", "End single devices instead.");
        }

        // Their devices and links go with them.
        await persons.DeleteAsync(person);
        return Results.NoContent();
    }

    private static async Task<IResult> SendOutAsync(string id, HttpContext context) =>
        Shared(context) is not var (_, door, _) ? NotShared()
        : await door.SendOutAsync(id) ? Results.NoContent()
        : Problems.NotFound("device");

    private static async Task<IResult> LinkAsync(HttpContext context, GardenContext garden, CancellationToken cancel)
    {
        if (Shared(context) is not var (share, door, people))
        {
            return NotShared();
        }

        return await Pipeline.WithBodyAsync<LookLinkInput>(context.Request, cancel, async (input, f) =>
        {
            var (plant, place, days) = input;
            if (
                f.Errors.Count == 0
                && !await garden.Plants.AnyAsync(
                    p => p.RemovedAt == null && (plant != null ? p.Id == plant : p.Place == place),
                    cancel
                )
            )
            {
                f.Error(plant is null ? "/place" : "/plant", "unknown", "Nothing grows there in this garden.");
            }

            if (f.Errors.Count > 0)
            {
                return Problems.Invalid(f.Errors, "No link was made.");
            }

            if (await people.Links.CountAsync(l => l.Kind == LinkKind.Look, cancel) >= MostLinks)
            {
                return Problems.Of(409, "too-many", $"At most {MostLinks} links to look are kept. End some first.");
            }

            var (link, code) = await door.LookCodeAsync(new GardenPart(plant, place), TimeSpan.FromDays(days));
            return Invitation(share, link.Id, link, code);
        });
    }

    private static async Task<IResult> EndLinkAsync(string id, HttpContext context, CancellationToken cancel) =>
        Shared(context) is not var (_, _, people) ? NotShared()
        : await people.Links.Where(l => l.Id == id && l.Kind == LinkKind.Look).ExecuteDeleteAsync(cancel) > 0
            ? Results.NoContent()
        : Problems.NotFound("link");

    private static async Task<IResult> TagAsync(
        string id,
        HttpContext context,
        GardenContext garden,
        CancellationToken cancel
    )
    {
        if (!await garden.Plants.AnyAsync(p => p.Id == id && p.RemovedAt == null, cancel))
        {
            return Problems.NotFound("plant");
        }

        // Whoever scans it is not on this machine: where the garden is shared, its address in the network.
        var request = context.Request;
        var url = context.RequestServices.GetService<Share>()?.Url ?? $"{request.Scheme}://{request.Host}";
        return Results.Text(QrPicture.Svg($"{url}{request.PathBase}/plants/{id}"), "image/svg+xml");
    }

    private static IResult Invitation(Share share, string id, LinkRecord link, string code)
    {
        var url = Share.EnterUrl(share.Url, code);
        return Results.Created((string?)null, new InvitationView(id, url, QrPicture.Svg(url), link.EndsAt));
    }

    private static (Share Share, Doorkeeper Door, PeopleContext People)? Shared(HttpContext context) =>
        context.RequestServices.GetService<Share>() is { } share
            ? (
                share,
                context.RequestServices.GetRequiredService<Doorkeeper>(),
                context.RequestServices.GetRequiredService<PeopleContext>()
            )
            : null;
}
