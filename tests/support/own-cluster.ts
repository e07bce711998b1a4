import { appUrl } from '../../scripts/cluster.ts';
import { testCluster } from '../../scripts/test/test-cluster.ts';

/** Tells server tests where the cluster is that they stand on. */
export default async function ownCluster(): Promise<() => Promise<void>> {
  const { cluster, template, end } = await testCluster('.test/server');
  process.env['VIVID_TEST_ADMIN'] = cluster.url;
  process.env['VIVID_TEST_APP'] = appUrl(cluster, 'postgres');
  process.env['VIVID_TEST_TEMPLATE'] = template;
  return end;
}
