<#-- One library a line below its licence, in an order that does not change from build to build. -->
Libraries in lib/, by licence

<#list licenseMap as entry>
${entry.getKey()}
<#list entry.getValue()?filter(library -> !library.groupId?starts_with("dev.vinesorter")) as library>
  ${library.groupId}:${library.artifactId} ${library.version}<#if library.url??>   ${library.url}</#if>
</#list>

</#list>
