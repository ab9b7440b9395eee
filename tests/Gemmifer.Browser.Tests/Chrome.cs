using OpenQA.Selenium.Chrome;

namespace Gemmifer.Browser.Tests;

/// <summary>A headless Chromium of the system, set to an exact viewport.</summary>
internal static class Chrome
{
    /// <summary>How long something awaited may take; no test is judged by it.</summary>
    public static readonly TimeSpan Patience = TimeSpan.FromSeconds(150);

    /// <summary>Starts one; dispose of the driver to end it.</summary>
    /// <param name="profile">The folder it keeps what it stores in; null for an empty one that stays.</param>
    public static ChromeDriver Start(int width, int height, string? profile = null)
    {
        profile ??= Directory.CreateTempSubdirectory("gemmifer-browser-").FullName;
        var options = new ChromeOptions { BinaryLocation = "/usr/bin/chromium" };
        options.AddArguments(
            "--headless=new",
            "--no-sandbox",
            "--disable-gpu",
            "--disable-quic",
            "--no-first-run",
            "--disable-background-networking",
            "--disable-component-update",
            "--disable-sync",
            "--disable-dev-shm-usage",
            "--hide-scrollbars",
            "--lang=en-GB",
            // A shared garden has a certificate of its own; that a chain to it holds is tested without a browser.
            "--ignore-certificate-errors",
            $"--user-data-dir={profile}"
        );
        var service = ChromeDriverService.CreateDefaultService("/usr/bin", "chromedriver");
        service.SuppressInitialDiagnosticInformation = true;
        var driver = new ChromeDriver(service, options, Patience);
        driver.Manage().Timeouts().AsynchronousJavaScript = Patience;
        Resize(driver, width, height);
        return driver;
    }

    /// <summary>Deletes a profile; what the browser still holds on to for a moment is left to the system.</summary>
    public static void Forget(string profile)
    {
        try
        {
            Directory.Delete(profile, true);
        }
        catch (IOException)
        {
            // It lies in the folder for what is temporary.
        }
    }

    /// <summary>Sets the viewport; below 500 px wide it is a phone.</summary>
    public static void Resize(ChromeDriver driver, int width, int height) =>
        driver.ExecuteCdpCommand(
            "Emulation.setDeviceMetricsOverride",
            new Dictionary<string, object?>
            {
                ["width"] = width,
                ["height"] = height,
                ["deviceScaleFactor"] = 1,
                ["mobile"] = width < 500,
            }
        );
}

/// <summary>Elements as a screen reader has them.</summary>
internal static class Spoken
{
    /// <summary>The accessible name the browser computes.</summary>
    public static string SpokenName(this OpenQA.Selenium.IWebElement element) =>
        ((OpenQA.Selenium.WebElement)element).ComputedAccessibleLabel ?? "";
}
