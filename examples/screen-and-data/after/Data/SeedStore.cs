using System.Collections.Generic;

namespace SeedBank.Data
{
    /// <summary>All seeds.</summary>
    public class SeedStore
    {
        private readonly Dictionary<string, Seed> seeds = new Dictionary<string, Seed>();

        public void Keep(Seed seed)
        {
            seeds[seed.Name] = seed;
        }

        public Seed Find(string name)
        {
            return seeds[name];
        }
    }
}
