namespace SeedBank.Data
{
    /// <summary>A seed that is kept.</summary>
    public class Seed
    {
        public string Name { get; set; }

        public int Grams { get; set; }
    }
}
