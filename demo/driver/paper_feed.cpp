#include "label_press.h"
#include "paper_feed.h"

namespace saltmarsh {

void PaperFeed::advance(int millimetres) { left_ -= millimetres; }

bool PaperFeed::has_paper_for(const Label& label) const {
  return label.millimetres <= left_;
}

}  // namespace saltmarsh
