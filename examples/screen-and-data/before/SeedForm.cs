using System;

/// <summary>Shows one seed and asks for its name.</summary>
public class SeedForm
{
    private readonly SeedLine line = new SeedLine();

    public string Name { get; set; }

    public string Shown(int grams)
    {
        return line.Drawn(Name, grams) + Environment.NewLine;
    }
}
