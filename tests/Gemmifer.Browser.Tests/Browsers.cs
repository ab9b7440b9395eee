using System.Collections.Concurrent;
using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;

[assembly: AssemblyFixture(typeof(Gemmifer.Browser.Tests.Browsers))]

namespace Gemmifer.Browser.Tests;

/// <summary>
/// Browsers that are lent to one page after another: each page has a window of its own, and what a garden left in a
/// browser is forgotten before it is lent again. Every garden has a port, so that none sees what another one kept.
/// </summary>
public sealed class Browsers : IDisposable
{
    private static readonly ConcurrentBag<One> Idle = [];
    private static readonly ConcurrentBag<One> All = [];

    /// <summary>A browser and the folder it keeps what it stores in.</summary>
    internal sealed record One(ChromeDriver Driver, string Profile)
    {
        /// <summary>Ends it, and deletes what it kept.</summary>
        public void End()
        {
            try
            {
                Driver.Quit();
            }
            catch (WebDriverException)
            {
                // It died before.
            }

            Chrome.Forget(Profile);
        }
    }

    /// <summary>Ends all of them, after the last test.</summary>
    public void Dispose()
    {
        foreach (var one in All)
        {
            one.End();
        }
    }

    /// <summary>A browser with an empty window; nobody else has it till it is taken back.</summary>
    internal static One Lend()
    {
        if (Idle.TryTake(out var one))
        {
            return one;
        }

        var profile = Directory.CreateTempSubdirectory("gemmifer-browser-").FullName;
        one = new One(Chrome.Start(1280, 800, profile), profile);
        All.Add(one);
        return one;
    }

    /// <summary>
    /// Takes a browser back from a page of a garden. One that does not answer any more is not lent again.
    /// </summary>
    internal static void TakeBack(One one, string url)
    {
        try
        {
            // What was set on a window (its size, the light, how fast the network is) goes with it.
            var driver = one.Driver;
            var before = driver.WindowHandles;
            driver.SwitchTo().NewWindow(WindowType.Tab);
            var fresh = driver.CurrentWindowHandle;
            foreach (var window in before)
            {
                driver.SwitchTo().Window(window).Close();
            }

            driver.SwitchTo().Window(fresh);
            driver.ExecuteCdpCommand("Network.clearBrowserCookies", []);
            driver.ExecuteCdpCommand(
                "Storage.clearDataForOrigin",
                new Dictionary<string, object?> { ["origin"] = url, ["storageTypes"] = "all" }
            );
            driver.Manage().Logs.GetLog(LogType.Browser);
            Idle.Add(one);
        }
        catch (WebDriverException)
        {
            one.End();
        }
    }
}
