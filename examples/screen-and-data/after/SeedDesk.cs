using SeedBank.Data;
using SeedBank.Screen;

namespace SeedBank.Desk
{
    /// <summary>Joins what is shown and what is kept.</summary>
    public class SeedDesk
    {
        private readonly SeedForm form = new SeedForm();
        private readonly SeedStore store = new SeedStore();

        public string Show(string name)
        {
            Seed seed = store.Find(name);
            form.Name = seed.Name;
            return form.Shown(seed.Grams);
        }
    }
}
