import type { Finding } from './finding';

/** Findings as SARIF 2.1.0 (OASIS). */
export function sarif(findings: readonly Finding[]): object {
  const rules = [...new Set(findings.map((finding) => finding.code))];
  return {
    $schema: 'https://json.schemastore.org/sarif-2.1.0.json',
    version: '2.1.0',
    runs: [
      {
        tool: { driver: { name: 'Seedplan', rules: rules.map((id) => ({ id })) } },
        results: findings.map((finding) => ({
          ruleId: finding.code,
          ruleIndex: rules.indexOf(finding.code),
          level: finding.level,
          message: { text: finding.fix ? `${finding.message}. ${finding.fix}.` : finding.message },
          ...(finding.at?.file && {
            locations: [
              {
                physicalLocation: {
                  artifactLocation: { uri: encodeURI(finding.at.file) },
                  ...(finding.at.line && {
                    region: {
                      startLine: finding.at.line,
                      ...(finding.at.column && { startColumn: finding.at.column }),
                    },
                  }),
                },
              },
            ],
          }),
        })),
      },
    ],
  };
}
