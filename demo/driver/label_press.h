#ifndef SALTMARSH_DRIVER_LABEL_PRESS_H
#define SALTMARSH_DRIVER_LABEL_PRESS_H

namespace saltmarsh {

/** What is printed on one label. */
struct Label {
  const char* text;
  int millimetres;
};

}  // namespace saltmarsh

// Below the label, which the feed asks about.
#include "paper_feed.h"

namespace saltmarsh {

/** The small press that stands on the front desk. */
class LabelPress {
 public:
  /** Prints a label; false where the paper is at its end. */
  bool print(const Label& label);

  int printed() const { return printed_; }

 private:
  PaperFeed feed_;
  int printed_ = 0;
};

}  // namespace saltmarsh

#endif  // SALTMARSH_DRIVER_LABEL_PRESS_H
