using System.Net;
using System.Net.NetworkInformation;
using System.Net.Sockets;
using QRCoder;

namespace Gemmifer.Server.Sharing;

/// <summary>How a shared garden is reached; absent where it is not shared.</summary>
/// <param name="Port">The port it listens on.</param>
/// <param name="Hosts">Names and addresses it answers to, that of this machine's network first.</param>
/// <param name="Root">The certificate phones are to trust; null where the owner brought one with --cert.</param>
public sealed record Share(int Port, IReadOnlyList<string> Hosts, byte[]? Root)
{
    /// <summary>The address other devices reach it at.</summary>
    public string Url => UrlOf(Hosts[0]);

    /// <summary>A host with the port, as a browser is told.</summary>
    public string UrlOf(string host) =>
        IPAddress.TryParse(host, out var ip) && ip.AddressFamily == AddressFamily.InterNetworkV6
            ? $"https://[{host}]:{Port}"
            : $"https://{host}:{Port}";

    /// <summary>
    /// The page that signs a device in. The code stands behind a hash sign, which browsers keep to themselves: it is in
    /// no log, and what looks a link over beforehand does not use it up.
    /// </summary>
    public static string EnterUrl(string url, string code) => $"{url}/in#{code}";

    /// <summary>Addresses of this machine in its networks, those of private networks first.</summary>
    public static IReadOnlyList<IPAddress> Addresses() =>
        [
            .. NetworkInterface
                .GetAllNetworkInterfaces()
                .Where(n =>
                    n.OperationalStatus == OperationalStatus.Up
                    && n.NetworkInterfaceType != NetworkInterfaceType.Loopback
                )
                .SelectMany(n =>
                    n.GetIPProperties()
                        .UnicastAddresses.Where(a => a.Address.AddressFamily == AddressFamily.InterNetwork)
                        .Select(a => (a.Address, Way: n.GetIPProperties().GatewayAddresses.Count > 0))
                )
                .OrderByDescending(a => OwnCertificate.Private(a.Address))
                .ThenByDescending(a => a.Way)
                .Select(a => a.Address)
                .Distinct(),
        ];

    /// <summary>A QR code in half blocks, with its quiet zone.</summary>
    /// <param name="terminal">Whether it is printed to a terminal, which is told to print black on white, however it
    /// prints otherwise.</param>
    public static string Printed(string text, bool terminal)
    {
        using var code = QrPicture.Of(text);
        var picture = new AsciiQRCode(code).GetGraphicSmall(drawQuietZones: true, invert: true);
        return terminal
            ? string.Join('\n', picture.Split('\n').Select(line => $"\u001b[30;107m{line.TrimEnd('\r')}\u001b[0m"))
            : picture;
    }
}

/// <summary>QR codes (ISO/IEC 18004) as pictures.</summary>
internal static class QrPicture
{
    internal static QRCodeData Of(string text) => QRCodeGenerator.GenerateQrCode(text, QRCodeGenerator.ECCLevel.M);

    /// <summary>As SVG that fills whatever it stands in; black on white in every light, with its quiet zone.</summary>
    public static string Svg(string text)
    {
        using var code = Of(text);
        using var svg = new SvgQRCode(code);
        return svg.GetGraphic(4, "#000000", "#ffffff", true, SvgQRCode.SizingMode.ViewBoxAttribute);
    }
}
