using Gemmifer.Plans;

// Stores the plans of seeded surveys, and of surveys in a folder, and tells later what became different.
//   store DIR COUNT [SURVEYS]    plans seeds 0 to COUNT - 1, and every .json of the folder SURVEYS
//   compare DIR                  plans the stored surveys again; what was added is let pass, what differs is told
if (args is ["store", var into, var count, ..])
{
    return Stored.Store(
        into,
        int.Parse(count, System.Globalization.CultureInfo.InvariantCulture),
        args.Length > 3 ? args[3] : null
    );
}

if (args is ["compare", var from])
{
    return Stored.Compare(from);
}

Console.Error.WriteLine("usage: store DIR COUNT [SURVEYS] | compare DIR");
return 2;
