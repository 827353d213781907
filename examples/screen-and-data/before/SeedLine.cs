/// <summary>A line of the screen.</summary>
public class SeedLine
{
    public string Drawn(string name, int grams)
    {
        return name + ": " + grams + " g";
    }
}
