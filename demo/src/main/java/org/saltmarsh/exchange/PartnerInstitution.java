package org.saltmarsh.exchange;

import org.saltmarsh.desk.Address;

/** Another herbarium that swaps duplicates with us. */
public record PartnerInstitution(String code, Address address) {}
