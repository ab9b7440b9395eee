using System.Formats.Asn1;
using System.Net;
using System.Net.Sockets;
using System.Security.Cryptography;
using System.Security.Cryptography.X509Certificates;
using Gemmifer.Data.Files;

namespace Gemmifer.Server.Sharing;

/// <summary>
/// The garden's own certificates (RFC 5280): a root that is made once and that phones are told to trust, and one for
/// this machine's addresses, signed by it at every start. The root can vouch for nothing but private networks and this
/// machine's name: whoever stole it could not pass for another site with it.
/// </summary>
public static class OwnCertificate
{
    private const string FileName = "root.pfx";

    private const int RootYears = 10,
        ServerDays = 397,
        SerialBytes = 16;

    private static readonly TimeSpan ClocksDiffer = TimeSpan.FromDays(1);

    /// <summary>Private, link-local and loopback networks (RFC 1918, 3927, 4193, 4291): address and mask.</summary>
    private static readonly (string Network, int Bits)[] Networks =
    [
        ("127.0.0.0", 8),
        ("10.0.0.0", 8),
        ("172.16.0.0", 12),
        ("192.168.0.0", 16),
        ("169.254.0.0", 16),
        ("::1", 128),
        ("fc00::", 7),
        ("fe80::", 10),
    ];

    /// <summary>Whether an address is of a network that is nobody else's.</summary>
    public static bool Private(IPAddress address) =>
        Networks.Any(n => new IPNetwork(IPAddress.Parse(n.Network), n.Bits).Contains(address));

    /// <summary>The root, made where there is none that holds for another year.</summary>
    public static X509Certificate2 Root(string folder, string machine, DateTimeOffset now)
    {
        GardenFolder.MakeOwn(folder);
        var file = Path.Combine(folder, FileName);
        if (File.Exists(file))
        {
            var kept = X509CertificateLoader.LoadPkcs12FromFile(file, null, X509KeyStorageFlags.Exportable);
            if (kept.NotAfter.ToUniversalTime() > now.UtcDateTime.AddYears(1))
            {
                return kept;
            }
        }

        using var key = ECDsa.Create(ECCurve.NamedCurves.nistP256);
        var request = new CertificateRequest(
            $"CN=Gemmifer garden on {Plain(machine)}, O=Gemmifer",
            key,
            HashAlgorithmName.SHA256
        );
        request.CertificateExtensions.Add(new X509BasicConstraintsExtension(true, true, 0, true));
        request.CertificateExtensions.Add(
            new X509KeyUsageExtension(X509KeyUsageFlags.KeyCertSign | X509KeyUsageFlags.CrlSign, true)
        );
        request.CertificateExtensions.Add(new X509SubjectKeyIdentifierExtension(request.PublicKey, false));
        request.CertificateExtensions.Add(Constraints(["localhost", "local", Plain(machine)]));
        var root = request.CreateSelfSigned(now - ClocksDiffer, now.AddYears(RootYears));

        // It gets its name when it is whole.
        var fresh = file + ".new";
        File.Create(fresh).Dispose();
        GardenFolder.ForOwner(fresh);
        File.WriteAllBytes(fresh, root.Export(X509ContentType.Pkcs12));
        File.Move(fresh, file, overwrite: true);
        return root;
    }

    /// <summary>A certificate for names and addresses, signed by the root.</summary>
    public static X509Certificate2 Server(X509Certificate2 root, IEnumerable<string> hosts, DateTimeOffset now)
    {
        using var key = ECDsa.Create(ECCurve.NamedCurves.nistP256);
        var request = new CertificateRequest("CN=Gemmifer garden", key, HashAlgorithmName.SHA256);
        request.CertificateExtensions.Add(new X509BasicConstraintsExtension(false, false, 0, true));
        request.CertificateExtensions.Add(new X509KeyUsageExtension(X509KeyUsageFlags.DigitalSignature, true));

        // For a server (TLS web server authentication).
        request.CertificateExtensions.Add(new X509EnhancedKeyUsageExtension([new Oid("1.3.6.1.5.5.7.3.1")], false));
        request.CertificateExtensions.Add(new X509SubjectKeyIdentifierExtension(request.PublicKey, false));
        request.CertificateExtensions.Add(X509AuthorityKeyIdentifierExtension.CreateFromCertificate(root, true, false));
        var names = new SubjectAlternativeNameBuilder();
        foreach (var host in hosts)
        {
            if (IPAddress.TryParse(host, out var address))
            {
                names.AddIpAddress(address);
            }
            else
            {
                names.AddDnsName(host);
            }
        }

        request.CertificateExtensions.Add(names.Build(true));
        var until = now.AddDays(ServerDays);
        var serial = RandomNumberGenerator.GetBytes(SerialBytes);

        // A serial number is positive (RFC 5280, 4.1.2.2).
        serial[0] &= 0x7F;
        using var signed = request.Create(
            root,
            now - ClocksDiffer,
            until < root.NotAfter ? until : root.NotAfter,
            serial
        );
        return signed.CopyWithPrivateKey(key);
    }

    /// <summary>A certificate the owner brings, with its key: PEM, or PKCS#12 without a password.</summary>
    /// <exception cref="GardenUnusable">It cannot be read, or holds no key; the message says which.</exception>
    public static X509Certificate2 Brought(string file)
    {
        try
        {
            var certificate = file.EndsWith(".pem", StringComparison.OrdinalIgnoreCase)
                ? X509Certificate2.CreateFromPemFile(file)
                : X509CertificateLoader.LoadPkcs12FromFile(file, null);
            return certificate.HasPrivateKey
                ? certificate
                : throw new GardenUnusable($"{file} holds a certificate without its private key. See --cert.");
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException or CryptographicException)
        {
            throw new GardenUnusable(
                $"{file} cannot be used for --cert ({e.Message.TrimEnd('.')}). Name a .pem file that holds the "
                    + "certificate and its key, or a .pfx file without a password.",
                e
            );
        }
    }

    /// <summary>A machine's name as it can stand in a certificate.</summary>
    public static string Plain(string machine)
    {
        var plain = new string([
            .. machine.ToLowerInvariant().Where(c => c is (>= 'a' and <= 'z') or (>= '0' and <= '9') or '-'),
        ]);
        return plain.Length > 0 ? plain : "garden";
    }

    /// <summary>What the root may vouch for (RFC 5280, 4.2.1.10).</summary>
    private static X509Extension Constraints(IEnumerable<string> names)
    {
        var writer = new AsnWriter(AsnEncodingRules.DER);
        using (writer.PushSequence())
        using (writer.PushSequence(new Asn1Tag(TagClass.ContextSpecific, 0)))
        {
            foreach (var name in names)
            {
                using (writer.PushSequence())
                {
                    writer.WriteCharacterString(
                        UniversalTagNumber.IA5String,
                        name,
                        new Asn1Tag(TagClass.ContextSpecific, 2)
                    );
                }
            }

            foreach (var (network, bits) in Networks)
            {
                using (writer.PushSequence())
                {
                    writer.WriteOctetString(
                        [.. IPAddress.Parse(network).GetAddressBytes(), .. Mask(network, bits)],
                        new Asn1Tag(TagClass.ContextSpecific, 7)
                    );
                }
            }
        }

        return new X509Extension("2.5.29.30", writer.Encode(), true);
    }

    private static IEnumerable<byte> Mask(string network, int bits)
    {
        var bytes = IPAddress.Parse(network).AddressFamily == AddressFamily.InterNetwork ? 4 : 16;
        return Enumerable.Range(0, bytes).Select(i => (byte)(0xFF00 >> Math.Clamp(bits - (8 * i), 0, 8)));
    }
}
