using System.Security.Cryptography;
using System.Text;
using Gemmifer.Data;
using Gemmifer.Data.People;
using Gemmifer.Server.Http;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.WebUtilities;
using Microsoft.EntityFrameworkCore;

namespace Gemmifer.Server.Sharing;

/// <summary>Lets people and links in, and knows who is in.</summary>
public sealed class Doorkeeper(PeopleContext people, UserManager<Person> persons, TimeProvider clock)
{
    /// <summary>A code that is shown on a screen or printed, and one that is sent to somebody.</summary>
    public static readonly TimeSpan OnScreen = TimeSpan.FromHours(1),
        Sent = TimeSpan.FromDays(2);

    private static readonly TimeSpan SeenAgain = TimeSpan.FromMinutes(5);

    private const int CodeBytes = 18;

    private DateTimeOffset Now => clock.GetUtcNow();

    private static string NewId() => Guid.NewGuid().ToString("n");

    private static string HashOf(string code) => Convert.ToHexString(SHA256.HashData(Encoding.UTF8.GetBytes(code)));

    /// <summary>The garden's owner, made where there is none yet.</summary>
    public async Task<Person> OwnerAsync() =>
        (await persons.GetUsersInRoleAsync("owner")).OrderBy(p => p.CreatedAt).FirstOrDefault()
        ?? await AddAsync("Owner", Role.Owner);

    /// <summary>Somebody new.</summary>
    /// <param name="name">1 to 80 characters.</param>
    public async Task<Person> AddAsync(string name, Role role, string? id = null)
    {
        var person = new Person
        {
            Id = id ?? NewId(),
            Name = name,
            UserName = NewId(),
            CreatedAt = Now,
        };
        await using var both = await people.Database.BeginTransactionAsync();
        Must(await persons.CreateAsync(person));
        Must(await persons.AddToRoleAsync(person, role == Role.Owner ? "owner" : "helper"));
        await both.CommitAsync();
        return person;
    }

    private static void Must(IdentityResult result)
    {
        if (!result.Succeeded)
        {
            throw new InvalidOperationException(string.Join(' ', result.Errors.Select(e => e.Description)));
        }
    }

    /// <summary>A code that signs one device of a person in, once.</summary>
    public Task<(LinkRecord Link, string Code)> SignInCodeAsync(string person, TimeSpan lasts) =>
        CodeAsync(LinkKind.SignIn, person, null, lasts);

    /// <summary>A code that lets whoever has it look at a part of the garden.</summary>
    public Task<(LinkRecord Link, string Code)> LookCodeAsync(GardenPart part, TimeSpan lasts) =>
        CodeAsync(LinkKind.Look, null, part, lasts);

    private async Task<(LinkRecord Link, string Code)> CodeAsync(
        LinkKind kind,
        string? person,
        GardenPart? part,
        TimeSpan lasts
    )
    {
        var now = Now;

        // Of codes that are of no use any more nothing is kept.
        await people
            .Links.Where(l => l.EndsAt < now || (l.Kind == LinkKind.SignIn && l.UsedAt != null))
            .ExecuteDeleteAsync();
        var code = WebEncoders.Base64UrlEncode(RandomNumberGenerator.GetBytes(CodeBytes));
        var link = new LinkRecord
        {
            Id = NewId(),
            Kind = kind,
            CodeHash = HashOf(code),
            PersonId = person,
            Plant = part?.Plant,
            Place = part?.Place,
            CreatedAt = now,
            EndsAt = now + lasts,
        };
        people.Add(link);
        await people.SaveChangesAsync();
        return (link, code);
    }

    /// <summary>Lets a device in that brings a code. A link to look makes nobody less who is signed in.</summary>
    /// <param name="already">Who is signed in on the device; null where nobody is.</param>
    /// <returns>Who is in; null where the code is none, was used, or has ended.</returns>
    public async Task<Visitor?> EnterAsync(string code, string device, Visitor? already = null)
    {
        var (hash, now) = (HashOf(code), Now);
        var link = await people
            .Links.AsNoTracking()
            .FirstOrDefaultAsync(l => l.CodeHash == hash && l.EndsAt > now && l.UsedAt == null);
        if (link is null)
        {
            return null;
        }

        if (link.Kind == LinkKind.Look && already is { Person: not null })
        {
            return already;
        }

        // Of two that bring the same code at once one is let in.
        if (
            link.Kind == LinkKind.SignIn
            && await people
                .Links.Where(l => l.Id == link.Id && l.UsedAt == null)
                .ExecuteUpdateAsync(set => set.SetProperty(l => l.UsedAt, now)) == 0
        )
        {
            return null;
        }

        var entered = new DeviceRecord
        {
            Id = NewId(),
            PersonId = link.PersonId,
            LinkId = link.Kind == LinkKind.Look ? link.Id : null,
            Name = device,
            CreatedAt = now,
            SeenAt = now,
        };
        people.Add(entered);
        await people.SaveChangesAsync();
        return await KnownAsync(entered.Id);
    }

    /// <summary>Who a signed-in device belongs to; null where it was sent out, or its link has ended.</summary>
    public async Task<Visitor?> KnownAsync(string device)
    {
        var now = Now;
        var found = await (
            from d in people.Devices.AsNoTracking()
            where d.Id == device
            select new
            {
                d.SeenAt,
                d.PersonId,
                d.Person!.Name,
                Owns = people.UserRoles.Any(r =>
                    r.UserId == d.PersonId && people.Roles.Any(o => o.Id == r.RoleId && o.Name == "owner")
                ),
                d.Link,
            }
        ).FirstOrDefaultAsync();
        if (found is null || (found.Link is { } ended && ended.EndsAt <= now))
        {
            return null;
        }

        if (now - found.SeenAt > SeenAgain)
        {
            await people
                .Devices.Where(d => d.Id == device)
                .ExecuteUpdateAsync(set => set.SetProperty(d => d.SeenAt, now));
        }

        return found.Link is { } link
            ? new Visitor(
                Role.Looker,
                Device: device,
                Only: new GardenPart(link.Plant, link.Place),
                EndsAt: link.EndsAt
            )
            : new Visitor(found.Owns ? Role.Owner : Role.Helper, found.PersonId, found.Name, device);
    }

    /// <summary>Sends a device out.</summary>
    /// <returns>False where it is not known.</returns>
    public async Task<bool> SendOutAsync(string device) =>
        await people.Devices.Where(d => d.Id == device).ExecuteDeleteAsync() > 0;
}
